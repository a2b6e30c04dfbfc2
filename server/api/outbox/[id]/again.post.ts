import { sendAgain } from '../../../mail/queries'

/** Tries a letter again that could not be sent. */
export default route('administrator', ({ event, db }) => {
  sendAgain(db, Number(part(event, 'id')) || 0)
  return { queued: true }
})
