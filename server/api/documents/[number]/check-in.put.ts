import { CheckInQuery } from '../../../../shared/requests'
import { checkIn } from '../../../documents/acts/check-in'
import { upload } from '../../../utils/upload'

/** The new content is the body, everything else stands in the address. */
export default route('person', async ({ event, db, store, account }) => {
  const { change, fileName, comment } = query(event, CheckInQuery)
  const stored = await upload(event, store)
  checkIn(db, account, { number: part(event, 'number'), change }, { ...stored, fileName }, comment ?? null)
  return { done: true }
})
