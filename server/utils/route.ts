import type { EventHandlerRequest, H3Event } from 'h3'
import { UnknownError } from '../../core/configuration'
import { ShapeError } from '../../shared/read-as'
import { whenFree } from '../database/busy'
import { isCounting, queries } from '../database/query-count'
import type { Account } from '../directory/people'
import { faultOfStorage } from '../files/storage-fault'
import { TooLargeError } from '../files/store'
import { Refusal, type RefusalKind } from '../refusal'
import { holderOf } from '../sessions/sessions'
import { requireSameOrigin } from './same-origin'
import { token } from './session'
import { type Vault, vault } from './vault'

export interface RouteContext extends Vault {
  event: H3Event
  account: Account
}

/** Who may call a route: anybody, whoever is signed in, or administrators. */
type Who = 'everybody' | 'person' | 'administrator'

/**
 * A route: checks who calls before anything else, and turns refusals into answers that name thing, reason and
 * way out.
 */
export function route<T>(who: Who, handler: (context: RouteContext) => T | Promise<T>) {
  return defineEventHandler<EventHandlerRequest, Promise<T>>(async (event) => {
    const before = queries.count
    try {
      requireSameOrigin(event)
      const account = who === 'everybody' ? (undefined as never) : caller(event, who)
      return await whenFree(() => handler({ ...vault(), event, account }))
    } catch (error) {
      throw asAnswer(error)
    } finally {
      if (isCounting) setResponseHeader(event, 'x-queries', queries.count - before)
    }
  })
}

function caller(event: H3Event, who: Who): Account {
  const session = token(event, 'session')
  const person = session ? holderOf(vault().db, session) : undefined
  if (!person) throw new Refusal('not-signed-in', 'sign in first')
  if (who === 'administrator' && !person.administrator)
    throw new Refusal('forbidden', `${person.name} is no administrator of this vault: ask one`)
  return person
}

/** What each kind of refusal is in HTTP (RFC 9110). */
const statuses: Record<RefusalKind, number> = {
  invalid: 400,
  'not-signed-in': 401,
  forbidden: 403,
  'not-found': 404,
  conflict: 409,
  'too-large': 413,
  'too-many': 429,
  unavailable: 503,
  'no-space': 507,
}

function asAnswer(error: unknown): Error {
  const answer = (statusCode: number, message: string, reasons: unknown[] = []) =>
    createError({ statusCode, message, data: { message, reasons } })
  if (error instanceof Refusal) return answer(statuses[error.kind], error.message, error.reasons)
  if (error instanceof ShapeError) return answer(400, error.message, error.faults)
  if (error instanceof UnknownError) return answer(404, error.message)
  if (error instanceof TooLargeError) return answer(413, error.message)
  const fault = faultOfStorage(error)
  if (fault) return answer(statuses['no-space'], fault)
  console.error(error)
  return answer(500, 'something went wrong inside Ilmenite; nothing was changed. The server’s log says more')
}
