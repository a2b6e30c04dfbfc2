import { basename } from 'node:path'
import { ArchiveFileQuery } from '../../../shared/requests'
import { inShare } from '../../intake/share'
import { sendMade } from '../../utils/drawing'

/** Everything inside of a file of the archive share. */
export default route('administrator', async (context) => {
  const { path } = query(context.event, ArchiveFileQuery)
  const real = await inShare(path, 'file')
  return sendMade(context, { kind: 'probe', path: real, fileName: basename(path) })
})
