import { stateName } from '../../core/configuration'
import { now } from '../clock'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import type { versions } from '../database/schema'
import { stampLine } from '../rendering'
import { documentRowById } from './rows'

/** What stands along the foot of a version's sheet: its label, and where the document stands; an older one says so. */
export function stampOfVersion(
  tx: Tx,
  { document, version, revision }: typeof versions.$inferSelect,
): string {
  const { number, title, state, version: newest } = documentRowById(tx, document)
  const where =
    version === newest ? stateName(published(tx).configuration, state) : `version ${version} of ${newest}`
  return stampLine([number, revision && `rev. ${revision}`, where, now().slice(0, 10), title])
}
