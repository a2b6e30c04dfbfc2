import { currentVersion } from '../../../../../documents/version-to-open'
import { requireSound } from '../../../../../utils/download'

/** Everything inside of a version's file, and its sheet. */
export default route('person', async (context) => {
  const { event, store, computer } = context
  const version = await currentVersion(context, part(event, 'number'), part(event, 'version'))
  await requireSound(store, version, `version ${version.version}`)
  return computer.compute('probe', { path: store.path(version.sha256), fileName: version.fileName })
})
