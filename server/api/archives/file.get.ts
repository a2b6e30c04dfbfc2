import { basename } from 'node:path'
import { ArchiveFileQuery } from '../../../shared/requests'
import { inShare } from '../../intake/share'
import { sendJson } from '../../utils/drawing'

/** Everything inside of a file of the archive share. */
export default route('administrator', async ({ event, doFile }) => {
  const { path } = query(event, ArchiveFileQuery)
  const real = await inShare(path, 'file')
  return sendJson(event, await doFile({ kind: 'probe', path: real, fileName: basename(path) }))
})
