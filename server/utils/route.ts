import type { EventHandlerRequest, H3Event } from 'h3'
import { UnknownError } from '../../core/configuration'
import { readAs, ShapeError } from '../../shared/read-as'
import { type Account, account } from '../directory/people'
import { TooLargeError } from '../files/store'
import { Refusal, type RefusalKind } from '../refusal'
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
    try {
      requireSameOrigin(event)
      return await handler({
        ...vault(),
        event,
        account: who === 'everybody' ? (undefined as never) : await caller(event, who),
      })
    } catch (error) {
      throw asAnswer(error)
    }
  })
}

async function caller(event: H3Event, who: Who): Promise<Account> {
  const { user } = await getUserSession(event)
  const person = user && account(vault().db, (user as { id: string }).id)
  if (!person?.active) throw new Refusal('not-signed-in', 'sign in first')
  if (who === 'administrator' && !person.administrator)
    throw new Refusal('forbidden', `${person.name} is no administrator of this vault: ask one`)
  return person
}

/** A page of another site cannot make a signed-in browser act here. */
function requireSameOrigin(event: H3Event): void {
  if (event.method === 'GET' || event.method === 'HEAD') return
  const site = getHeader(event, 'sec-fetch-site')
  if (site && site !== 'same-origin' && site !== 'none')
    throw new Refusal('forbidden', 'this request came from another site')
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
}

function asAnswer(error: unknown): Error {
  const answer = (statusCode: number, message: string, reasons: unknown[] = []) =>
    createError({ statusCode, message, data: { message, reasons } })
  if (error instanceof Refusal) return answer(statuses[error.kind], error.message, error.reasons)
  if (error instanceof ShapeError) return answer(400, error.message, error.faults)
  if (error instanceof UnknownError) return answer(404, error.message)
  if (error instanceof TooLargeError) return answer(413, error.message)
  console.error(error)
  return answer(500, 'something went wrong inside Ilmenite; nothing was changed. The server’s log says more')
}

/** The request's JSON body as a checked instance. */
export async function body<T extends object>(event: H3Event, kind: new () => T): Promise<T> {
  const value = await readBody(event).catch(() => {
    throw new ShapeError(['the request’s body is no JSON'])
  })
  return readAs(kind, value)
}

/** The address' query as a checked instance. */
export const query = <T extends object>(event: H3Event, kind: new () => T): T => readAs(kind, getQuery(event))

/** A part of the address. */
export function part(event: H3Event, name: string): string {
  try {
    return decodeURIComponent(getRouterParam(event, name) ?? '')
  } catch {
    throw new ShapeError([`the address holds “${getRouterParam(event, name)}”, which is no text in UTF-8`])
  }
}
