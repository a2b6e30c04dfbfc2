import { SheetQuery } from '../../../../../../shared/requests'
import { stampOfVersion } from '../../../../../documents/stamp-of-version'
import { currentVersion } from '../../../../../documents/version-to-open'
import { requireSound } from '../../../../../utils/download'
import { namePdf, sendMade } from '../../../../../utils/drawing'

/** The sheet of a version, drawn as SVG, or as a PDF with its stamp. */
export default route('person', async (context) => {
  const { event, db, store } = context
  const version = await currentVersion(context, part(event, 'number'), part(event, 'version'))
  await requireSound(store, version, `version ${version.version}`)
  const { size, as } = query(event, SheetQuery)
  const { fileName, sha256 } = version
  const path = store.path(sha256)
  if (as === 'pdf') {
    const stamp = stampOfVersion(db, version)
    namePdf(context, fileName)
    return sendMade(context, { kind: 'pdf', path, fileName, stamp })
  }
  return sendMade(context, { kind: 'preview', path, fileName, isSmall: size === 'small' })
})
