import { sendFirstLink } from '../../../sessions/links'

/** Sends somebody a link by which they choose a password; told here once, for when the mail does not come. */
export default route('administrator', ({ event, db, account }) => ({
  link: sendFirstLink(db, account, part(event, 'id'), originOf(event, true)),
}))
