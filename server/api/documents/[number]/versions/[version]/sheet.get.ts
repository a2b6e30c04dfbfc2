import { currentVersion } from '../../../../../documents/version-to-open'
import { requireSound } from '../../../../../utils/download'

/** The sheet of a version, drawn as SVG. */
export default route('person', async (context) => {
  const { event, store, computer } = context
  const version = await currentVersion(context, part(event, 'number'), part(event, 'version'))
  await requireSound(store, version, `version ${version.version}`)
  const { fileName, sha256 } = version
  const svg = await computer.compute('draw-sheet', { path: store.path(sha256), fileName })
  setResponseHeaders(event, {
    'content-type': 'image/svg+xml; charset=utf-8',
    'x-content-type-options': 'nosniff',
    'content-security-policy': "default-src 'none'",
  })
  return svg
})
