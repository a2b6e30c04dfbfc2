import { renditionOf, versionToOpen } from '../../../../../documents/version-to-open'
import { downloadContent } from '../../../../../utils/download'

/** The PDF that was made of a version's sheet. */
export default route('person', async ({ event, db, store, account }) => {
  const version = versionToOpen(db, account, part(event, 'number'), part(event, 'version'))
  return downloadContent(event, store, renditionOf(db, version), `the PDF of version ${version.version}`)
})
