import { SheetQuery } from '../../../../../../shared/requests'
import { stampOfVersion } from '../../../../../documents/stamp-of-version'
import { currentVersion } from '../../../../../documents/version-to-open'
import { requireSound } from '../../../../../utils/download'
import { sendDrawing, sendPdf } from '../../../../../utils/drawing'

/** The sheet of a version, drawn as SVG, or as a PDF with its stamp. */
export default route('person', async (context) => {
  const { event, db, store, computer } = context
  const version = await currentVersion(context, part(event, 'number'), part(event, 'version'))
  await requireSound(store, version, `version ${version.version}`)
  const { size, as } = query(event, SheetQuery)
  const { fileName, sha256 } = version
  if (as === 'pdf') {
    const stamp = stampOfVersion(db, version)
    return sendPdf(
      event,
      fileName,
      await computer.compute('sheet-as-pdf', { path: store.path(sha256), fileName, stamp }),
    )
  }
  return sendDrawing(
    event,
    await computer.compute('draw-sheet', { path: store.path(sha256), fileName, isSmall: size === 'small' }),
  )
})
