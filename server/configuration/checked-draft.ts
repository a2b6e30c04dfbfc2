import { createHash } from 'node:crypto'
import type { Directory } from '../../core/access'
import { check, type Finding } from '../../core/check'
import type { BrokenRehearsal } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { wholeDirectory } from '../directory/directory'
import { directoryOf } from '../directory/folders'
import { brokenIn, rehearsalRows } from '../rehearsals/queries'
import { drafted, readDraft } from './draft'
import { published } from './published'

/** The findings on a draft, and what they rest on. */
export interface CheckedDraft {
  findings: Finding[]
  /** Kept rehearsals that come out otherwise in it. */
  broken: BrokenRehearsal[]
  /** Changes with the configuration in force, the draft, the people and the folders. */
  basis: string
}

let last: CheckedDraft | undefined

/** Checks the draft, unless it is the one checked last. Not for the request path: it may take seconds. */
export function checkedDraft(tx: Tx): CheckedDraft {
  const basis = basisOf(tx)
  if (last?.basis !== basis) {
    const configuration = drafted(tx)
    const findings = check(configuration, directoryOf(tx))
    last = { basis, findings, broken: brokenIn(tx, configuration, wholeDirectory(tx) as Directory) }
  }
  return last
}

/** What a check of the draft rests on, as one text to compare. */
export function basisOf(tx: Tx): string {
  const { change } = readDraft(tx)
  const { id, at } = published(tx)
  const directory = createHash('sha256')
    .update(JSON.stringify(directoryOf(tx)))
    .digest('hex')
  const rehearsals = createHash('sha256')
    .update(JSON.stringify(rehearsalRows(tx)))
    .digest('hex')
  return `${id} ${at} ${change} ${directory} ${rehearsals}`
}
