import { beginReading } from '../../../intake/begin-run'
import { intakePage } from '../../../intake/queries'

/** Goes on reading an archive whose reading was stopped or failed. */
export default route('administrator', ({ event, db, account }) => {
  const id = part(event, 'id')
  beginReading(db, account, id)
  return intakePage(db, id)
})
