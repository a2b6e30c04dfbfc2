import { CheckInQuery } from '../../../../shared/requests'
import { checkIn, checkedOutRow } from '../../../documents/acts/check-in'
import { upload } from '../../../utils/upload'

/** The new content is the body, everything else stands in the address. */
export default route('person', async (context) => {
  const { event, db, account } = context
  const { change, fileName, comment } = query(event, CheckInQuery)
  const chosen = { number: part(event, 'number'), change }
  checkedOutRow(db, account, chosen)
  return upload(context, (stored) => {
    checkIn(db, account, chosen, { ...stored, fileName }, comment ?? null)
    return { done: true }
  })
})
