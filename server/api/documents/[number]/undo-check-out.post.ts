import { UndoCheckOutRequest } from '../../../../shared/requests'
import { undoCheckOut } from '../../../documents/acts/check-out'

/** Gives a check-out back: one's own, or as an administrator another's, with a reason. */
export default route('person', async ({ event, db, account }) => {
  const { change, comment } = await body(event, UndoCheckOutRequest)
  undoCheckOut(db, account, { number: part(event, 'number'), change }, comment)
  return { done: true }
})
