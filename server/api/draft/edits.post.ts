import type { Edit } from '../../../core/configuration'
import { EditRequest, missingField } from '../../../shared/requests'
import { addEdit } from '../../services/configuration'
import { Refusal } from '../../services/errors'

export default route('administrator', async ({ event, db, account }) => {
  const { edit, change } = await body(event, EditRequest)
  const missing = missingField(edit)
  if (missing) throw new Refusal(400, `the edit “${edit.kind}” needs “${missing}”`)
  return addEdit(db, account, JSON.parse(JSON.stringify(edit)) as Edit, change)
})
