import { ChangeRehearsalRequest } from '../../../shared/requests'
import { changeRehearsal } from '../../rehearsals/acts'

export default route('administrator', async ({ event, db, account }) => {
  changeRehearsal(db, account, part(event, 'id'), { ...(await body(event, ChangeRehearsalRequest)) })
  return { changed: true }
})
