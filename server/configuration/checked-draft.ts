import { createHash } from 'node:crypto'
import { check, type Finding } from '../../core/check'
import type { Tx } from '../database/connection'
import { directoryOf } from '../directory/folders'
import { drafted, readDraft } from './draft'
import { published } from './published'

/** The findings on a draft, and what they rest on. */
export interface CheckedDraft {
  findings: Finding[]
  /** Changes with the configuration in force, the draft, the people and the folders. */
  basis: string
}

let last: CheckedDraft | undefined

/** Checks the draft, unless it is the one checked last. Not for the request path: it may take seconds. */
export function checkedDraft(tx: Tx): CheckedDraft {
  const basis = basisOf(tx)
  if (last?.basis !== basis) last = { basis, findings: check(drafted(tx), directoryOf(tx)) }
  return last
}

/** What a check of the draft rests on, as one text to compare. */
export function basisOf(tx: Tx): string {
  const { change } = readDraft(tx)
  const { id, at } = published(tx)
  const directory = createHash('sha256')
    .update(JSON.stringify(directoryOf(tx)))
    .digest('hex')
  return `${id} ${at} ${change} ${directory}`
}
