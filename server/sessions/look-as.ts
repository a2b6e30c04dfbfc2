import { record } from '../audit/trail'
import { atomically, type Db } from '../database/connection'
import { type Account, account as accountOf } from '../directory/people'
import { Refusal } from '../refusal'
import { lookAs } from './sessions'

/**
 * An administrator looks at the vault with somebody else’s eyes, to see what they see; it is written down. @throws
 * Refusal where there is nobody, or no browser’s session to look in.
 */
export function beginLookingAs(
  db: Db,
  account: Account,
  session: string | undefined,
  personId: string,
): { id: string; name: string } {
  if (!session)
    throw new Refusal('invalid', 'looking as somebody else is done in a browser, not with a token')
  return atomically(db, (tx) => {
    const person = accountOf(tx, personId)
    if (!person) throw new Refusal('not-found', 'there is no such person in the directory')
    if (!person.active) throw new Refusal('conflict', `${person.name} is deactivated, and sees nothing`)
    if (person.id === account.id) throw new Refusal('invalid', 'you look as yourself already')
    lookAs(tx, session, person.id)
    record(tx, account, {
      code: 'look-as',
      action: 'look as another person',
      subject: { kind: 'person', id: person.id, name: person.name },
    })
    return { id: person.id, name: person.name }
  })
}
