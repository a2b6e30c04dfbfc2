import { FindQuery } from '../../shared/requests'
import { people } from '../database/schema'
import { findDocuments } from '../services/vault-query'

/** Documents and people by a piece of text. */
export default route('person', ({ event, db, account }) => {
  const { text } = query(event, FindQuery)
  const folded = text.toLowerCase()
  return {
    documents: findDocuments(db, account, text, 12).map(({ number, title, state, revision }) => ({
      number,
      title,
      state,
      revision,
    })),
    people: account.administrator
      ? db
          .select({ id: people.id, name: people.name, groups: people.groups })
          .from(people)
          .all()
          .filter((person) => person.name.toLowerCase().includes(folded))
          .slice(0, 5)
      : [],
  }
})
