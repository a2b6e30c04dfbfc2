import { basename } from 'node:path'
import { ArchiveFileQuery } from '../../../shared/requests'
import { inShare } from '../../intake/share'

/** Everything inside of a file of the archive share. */
export default route('administrator', async ({ event, computer }) => {
  const { path } = query(event, ArchiveFileQuery)
  const real = await inShare(path, 'file')
  return computer.compute('probe', { path: real, fileName: basename(path) })
})
