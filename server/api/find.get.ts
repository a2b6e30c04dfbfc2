import { FindQuery } from '../../shared/requests'
import { findPeople } from '../directory/people'
import { findDocuments } from '../documents/list'

/** Documents and people by a piece of text. */
export default route('person', ({ event, db, account }) => {
  const { text } = query(event, FindQuery)
  return {
    documents: findDocuments(db, account, text, 12).map(({ number, title, state, revision }) => ({
      number,
      title,
      state,
      revision,
    })),
    people: account.administrator ? findPeople(db, text, 5) : [],
  }
})
