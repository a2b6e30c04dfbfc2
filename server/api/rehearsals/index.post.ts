import { KeepRehearsalRequest } from '../../../shared/requests'
import { keepRehearsal } from '../../rehearsals/acts'

export default route('administrator', async ({ event, db, account }) => ({
  id: keepRehearsal(db, account, await body(event, KeepRehearsalRequest)),
}))
