import { CompareVersionQuery } from '../../../../../../shared/requests'
import { currentVersion } from '../../../../../documents/version-to-open'
import { requireSound } from '../../../../../utils/download'
import { sendMade } from '../../../../../utils/drawing'

/** The sheet of a version laid over that of another one. */
export default route('person', async (context) => {
  const { event, store } = context
  const content = async (asked: string) => {
    const version = await currentVersion(context, part(event, 'number'), asked)
    await requireSound(store, version, `version ${version.version}`)
    return { path: store.path(version.sha256), fileName: version.fileName }
  }
  const { before: asked } = query(event, CompareVersionQuery)
  const [before, after] = [await content(String(asked)), await content(part(event, 'version'))]
  return sendMade(context, { kind: 'compare', path: after.path, before, after })
})
