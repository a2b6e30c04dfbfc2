import type { Edit } from '../../../core/configuration'
import { EditRequest } from '../../../shared/requests'
import { addEdit } from '../../configuration/draft'

export default route('administrator', async ({ event, db, account }) => {
  const { edit, change } = await body(event, EditRequest)
  return addEdit(db, account, JSON.parse(JSON.stringify(edit)) as Edit, change)
})
