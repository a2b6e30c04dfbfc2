import type { Found } from '../../shared/answers'
import type { Db } from '../database/connection'
import { type Account, findPeople } from '../directory/people'
import { findDocuments } from './list'

/** Documents and, for administrators, people by a piece of text. */
export function found(db: Db, account: Account, text: string): Found {
  return {
    documents: findDocuments(db, account, text, 12).map(({ number, title, state, revision }) => ({
      number,
      title,
      state,
      revision,
    })),
    people: account.administrator ? findPeople(db, text, 5) : [],
  }
}
