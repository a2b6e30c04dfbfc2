import { documentRowById } from '../../../../../documents/rows'
import { versionToOpen } from '../../../../../documents/version-to-open'

/** What the record said at a version: for the newest what it says now; null for what came from before the vault. */
export default route('person', ({ event, db, account }) => {
  const found = versionToOpen(db, account, part(event, 'number'), part(event, 'version'))
  const row = documentRowById(db, found.document)
  return { record: found.version === row.version ? row.record : found.record }
})
