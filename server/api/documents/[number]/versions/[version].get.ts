import { versionToOpen } from '../../../../documents/version-to-open'
import { Refusal } from '../../../../refusal'
import { download } from '../../../../utils/download'

/** A version's content, as a download; one that is not any more what came in is not given out. */
export default route('person', async ({ event, db, store, account }) => {
  const { fileName, sha256, size, version } = versionToOpen(
    db,
    account,
    part(event, 'number'),
    part(event, 'version'),
  )
  const fault = await store.faultOf(sha256, size)
  if (fault)
    throw new Refusal(
      'conflict',
      `the content of version ${version} ${fault}: ask whoever runs the server to put it back from a backup`,
    )
  setResponseHeaders(event, {
    'content-type': 'application/octet-stream',
    'content-length': size,
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
    'x-content-type-options': 'nosniff',
  })
  return download(event, store.read(sha256))
})
