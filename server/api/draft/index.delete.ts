import { ChangeRequest } from '../../../shared/requests'
import { discardDraft } from '../../configuration/draft'

export default route('administrator', async ({ event, db, account }) =>
  discardDraft(db, account, (await body(event, ChangeRequest)).change),
)
