import { currentVersion } from '../../../../../documents/version-to-open'
import { requireSound } from '../../../../../utils/download'
import { sendJson } from '../../../../../utils/drawing'

/** Everything inside of a version's file, and its sheet. */
export default route('person', async (context) => {
  const { event, store, doFile } = context
  const version = await currentVersion(context, part(event, 'number'), part(event, 'version'))
  await requireSound(store, version, `version ${version.version}`)
  const { sha256, fileName } = version
  return sendJson(event, await doFile({ kind: 'probe', path: store.path(sha256), fileName }))
})
