import { seenRow } from '../../../documents/rights'
import { heirsOf } from '../../../directory/people'

/** Everybody to whom a document that one owns could be handed on; nobody for others. */
export default route('person', ({ event, db, account }) => {
  const row = seenRow(db, account, part(event, 'number'))
  return row.owner === account.id || account.administrator ? heirsOf(db, row.owner) : []
})
