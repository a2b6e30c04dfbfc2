import type { EventHandlerRequest, H3Event } from 'h3'
import { UnknownError } from '../../core/configuration'
import { ShapeError } from '../../shared/read-as'
import { whenFree } from '../database/busy'
import { counting, isCounting, queries } from '../database/query-count'
import type { Account } from '../directory/people'
import { type DoFileTask, FileBreaksError } from '../files/file-tasks'
import { filesBy, type Files } from '../files/files'
import { faultOfStorage } from '../files/storage-fault'
import { TooLargeError } from '../files/store'
import { log } from '../log'
import { Refusal, type RefusalKind } from '../refusal'
import { tokenOpens } from '../../shared/token-acts'
import { inNameOf } from '../scripts/needed'
import { holderOf } from '../sessions/sessions'
import { bearerOf } from '../sessions/tokens'
import { requireSameOrigin } from './same-origin'
import { token } from './session'
import { type Vault, vault } from './vault'

/** The vault as one caller uses it. Computations and files queue under the caller. */
export interface RouteContext extends Omit<Vault, 'computer' | 'files'> {
  event: H3Event
  account: Account
  computer: Pick<Vault['computer'], 'compute'>
  /** Runs tasks on files from outside. */
  doFile: DoFileTask
  files: Files
}

/** Who may call a route: anybody, whoever is signed in, or administrators. */
type Who = 'everybody' | 'person' | 'administrator'

/**
 * A route: checks who calls before anything else, and turns refusals into answers that name thing, reason and
 * way out.
 */
export function route<T>(who: Who, handler: (context: RouteContext) => T | Promise<T>) {
  return defineEventHandler<EventHandlerRequest, Promise<T>>((event) =>
    counting(async () => {
      try {
        requireSameOrigin(event)
        return await whenFree(() => {
          const account = who === 'everybody' ? (undefined as never) : caller(event, who)
          return inNameOf(account?.id ?? 'nobody', () => handler(servedTo(account, event)))
        })
      } catch (error) {
        throw asAnswer(error)
      } finally {
        if (isCounting) setResponseHeader(event, 'x-queries', queries.count)
      }
    }),
  )
}

function servedTo(account: Account, event: H3Event): RouteContext {
  const { computer, files, ...others } = vault()
  const who = account?.id ?? 'nobody'
  const doFile = files.for(who)
  return { ...others, event, account, computer: computer.for(who), doFile, files: filesBy(doFile) }
}

function caller(event: H3Event, who: Who): Account {
  const account = bearer(event) ?? signedIn(event)
  if (who === 'administrator' && !account.administrator)
    throw new Refusal('forbidden', `${account.name} is no administrator of this vault: ask one`)
  return account
}

/** Whoever sends a token with the request (RFC 6750). @throws Refusal where it is good no more, or not for this. */
function bearer(event: H3Event): Account | undefined {
  const [, secret] = /^Bearer +(\S+)$/i.exec(getHeader(event, 'authorization') ?? '') ?? []
  if (!secret) return undefined
  const found = bearerOf(vault().db, secret)
  if (!found)
    throw new Refusal('not-signed-in', 'this token is good no more: make another one on your own page')
  if (!tokenOpens(found.acts, event.method, routeOf(event)))
    throw new Refusal(
      'forbidden',
      'this token is not good for that: it may read, and do what it was made for',
    )
  return found.account
}

/**
 * The matched route, such as `documents/:number/fire`. Rights are decided by the route that the router found, and
 * never by a second reading of the address.
 */
const routeOf = (event: H3Event): string => event.context.matchedRoute!.path.replace(/^\/api\//, '')

/** Whoever is signed in, or as whom they look; then nothing is changed. */
function signedIn(event: H3Event): Account {
  const session = token(event, 'session')
  const holder = session ? holderOf(vault().db, session) : undefined
  if (!holder) throw new Refusal('not-signed-in', 'sign in first')
  const { person, lookingAs } = holder
  if (!lookingAs) return person
  const isReading = event.method === 'GET' || event.method === 'HEAD'
  if (!isReading && !isOwn(event))
    throw new Refusal(
      'forbidden',
      `you look at the vault as ${lookingAs.name}, and change nothing meanwhile: look as yourself again first`,
    )
  event.context.lookedAtBy = person
  return lookingAs
}

/** Whether a request is about the session itself: signing out, and looking as oneself again. */
const isOwn = (event: H3Event): boolean =>
  event.method === 'DELETE' && ['session', 'session/look-as'].includes(routeOf(event))

/** Who looks at the vault as the caller. */
export const lookedAtBy = (event: H3Event): Account | undefined =>
  event.context.lookedAtBy as Account | undefined

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
  // The same file would fail again: not an answer to retry.
  if (error instanceof FileBreaksError) return answer(statuses.conflict, error.message)
  const fault = faultOfStorage(error)
  if (fault) return answer(statuses['no-space'], fault)
  log.fault('A request went wrong', error)
  return answer(500, 'something went wrong inside Ilmenite; nothing was changed. The server’s log says more')
}
