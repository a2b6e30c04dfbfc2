import { versionToOpen } from '../../../../../documents/version-to-open'
import { downloadContent } from '../../../../../utils/download'

/** A version's content, as a download; one that is not any more what came in is not given out. */
export default route('person', async ({ event, db, store, account }) => {
  const version = versionToOpen(db, account, part(event, 'number'), part(event, 'version'))
  return downloadContent(event, store, version, `the content of version ${version.version}`)
})
