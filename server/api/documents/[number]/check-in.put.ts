import { CheckInQuery } from '../../../../shared/requests'
import { type Looked, lookInto } from '../../../bindings/check-in'
import { published } from '../../../configuration/published'
import { checkIn, contentBefore } from '../../../documents/acts/check-in'
import { upload } from '../../../utils/upload'

/** The new content is the body, everything else stands in the address. */
export default route('person', async (context) => {
  const { event, db, account } = context
  const { change, fileName, comment } = query(event, CheckInQuery)
  const chosen = { number: part(event, 'number'), change }
  const before = contentBefore(db, account, chosen)
  const { attributes } = published(db).configuration
  return upload(
    context,
    (stored, looked: Looked | undefined) => {
      const content = { ...stored, fileName }
      const findings = checkIn(db, account, chosen, content, comment ?? null, looked)
      return { done: true, ...(findings.length ? { findings } : {}) }
    },
    (stored) => lookInto(context, attributes, { ...stored, fileName }, before),
  )
})
