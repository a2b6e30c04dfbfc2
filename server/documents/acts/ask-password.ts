import { lifecycleOf } from '../../../core/configuration'
import { published } from '../../configuration/published'
import type { Db } from '../../database/connection'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { attempted } from '../../sessions/attempts'
import { matches } from '../../sessions/passwords'
import { seenRow } from '../rights'

/** Who fires a transition, and the password that they gave for it. */
export interface Asked {
  number: string
  transition: string
  password: string | undefined
  /** The place it came from, as `placeOf` writes it. */
  place: string
}

/**
 * Asks for the password of whoever fires or signs, where the transition says so.
 * @throws Refusal where it is missing or wrong, or too many were wrong.
 */
export async function askPassword(
  db: Db,
  account: Account,
  { number, transition: id, password, place }: Asked,
): Promise<void> {
  const { lifecycle } = seenRow(db, account, number)
  const { name: where, transitions } = lifecycleOf(published(db).configuration, lifecycle)
  const transition = transitions.find((one) => one.id === id)
  if (!transition?.password) return
  const from = { mail: account.mail, place, browser: `password of ${account.id}` }
  const isRight = !!password && (await attempted(db, from, () => matches(password, account.passwordHash)))
  if (isRight) return
  const message = password
    ? `the password is another one: ${transition.name} was not fired`
    : `${transition.name} asks for your password again`
  throw new Refusal('forbidden', message, [
    { rule: 'password', message, where, wayOut: 'enter the password that you sign in with' },
  ])
}
