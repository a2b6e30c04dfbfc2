import { versionToOpen } from '../../../../documents/version-to-open'
import { Refusal } from '../../../../refusal'
import { download } from '../../../../utils/download'

/** A version's content, as a download. */
export default route('person', async ({ event, db, store, account }) => {
  const version = versionToOpen(db, account, part(event, 'number'), part(event, 'version'))
  if (!(await store.has(version.sha256)))
    throw new Refusal('not-found', `the content of version ${version.version} is not in the store`)
  setResponseHeaders(event, {
    'content-type': 'application/octet-stream',
    'content-length': version.size,
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(version.fileName)}`,
    'x-content-type-options': 'nosniff',
  })
  return download(event, store.read(version.sha256))
})
