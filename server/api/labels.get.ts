import { LabelSourceQuery } from '../../shared/requests'
import { Refusal } from '../refusal'

/** The labels of a folder of the vault, or of the file names of an archive, with how often each occurs. */
export default route('administrator', ({ event, computer, account }) => {
  const { folder, archive } = query(event, LabelSourceQuery)
  if (archive) return computer.compute('archive-labels', { archive })
  if (folder) return computer.compute('labels-of-folder', { account, folder })
  throw new Refusal('invalid', 'name a folder or an archive to take labels from')
})
