import { DirectoryPreviewRequest } from '../../../shared/requests'

/** What a change of the directory would do; nothing is changed. */
export default route('administrator', async ({ event, computer }) => {
  const { change } = await body(event, DirectoryPreviewRequest, mostOfChange)
  return computer.compute('preview-change', { change: plain(change) })
})
