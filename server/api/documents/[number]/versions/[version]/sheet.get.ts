import { SheetQuery } from '../../../../../../shared/requests'
import { currentVersion } from '../../../../../documents/version-to-open'
import { requireSound } from '../../../../../utils/download'
import { sendDrawing } from '../../../../../utils/drawing'

/** The sheet of a version, drawn as SVG. */
export default route('person', async (context) => {
  const { event, store, computer } = context
  const version = await currentVersion(context, part(event, 'number'), part(event, 'version'))
  await requireSound(store, version, `version ${version.version}`)
  const { size } = query(event, SheetQuery)
  const { fileName, sha256 } = version
  return sendDrawing(
    event,
    await computer.compute('draw-sheet', { path: store.path(sha256), fileName, isSmall: size === 'small' }),
  )
})
