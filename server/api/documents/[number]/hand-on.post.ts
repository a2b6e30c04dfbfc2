import { HandOnRequest } from '../../../../shared/requests'
import { handOn } from '../../../documents/acts/hand-on'

/** Gives a document to somebody else, whose it is from then on. */
export default route('person', async ({ event, db, account }) => {
  const { to, comment, change } = await body(event, HandOnRequest)
  handOn(db, account, { number: part(event, 'number'), change }, to, comment)
  return { done: true }
})
