import { currentVersion } from '../../../../../documents/version-to-open'
import { requireSound } from '../../../../../utils/download'
import { sendMade } from '../../../../../utils/drawing'

/** Everything inside of a version's file, and its sheet. */
export default route('person', async (context) => {
  const { event, store } = context
  const version = await currentVersion(context, part(event, 'number'), part(event, 'version'))
  await requireSound(store, version, `version ${version.version}`)
  const { sha256, fileName } = version
  return sendMade(context, { kind: 'probe', path: store.path(sha256), fileName })
})
