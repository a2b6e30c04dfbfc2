import type { H3Event } from 'h3'
import { browserLasts, sessionLasts } from '../sessions/sessions'
import { placeOf } from '../sessions/attempts'
import { ownOrigin } from '../settings/address'
import { settingOf } from '../settings/values'
import { vault } from './vault'

/** Whether a proxy stands before the server, whose word on addresses is believed. */
const behindProxy = () => process.env.ILMENITE_BEHIND_PROXY === 'yes'

const names = { session: 'ilmenite', browser: 'ilmenite-browser' }
const lasts = { session: sessionLasts, browser: browserLasts }
type Cookie = keyof typeof names

const options = (event: H3Event) => ({
  httpOnly: true,
  sameSite: 'strict' as const,
  path: '/',
  // Whoever claims HTTPS makes their own cookie stricter, no more: that is believed of anybody.
  secure: getRequestProtocol(event, { xForwardedProto: true }) === 'https',
})

/** The token in one of our cookies. */
export const token = (event: H3Event, cookie: Cookie): string | undefined => getCookie(event, names[cookie])

export const keepToken = (event: H3Event, cookie: Cookie, value: string): void =>
  setCookie(event, names[cookie], value, { ...options(event), maxAge: lasts[cookie] })

export const dropToken = (event: H3Event, cookie: Cookie): void =>
  deleteCookie(event, names[cookie], options(event))

/** Where a request comes from, as sign-ins are counted. */
export const requestPlace = (event: H3Event): string =>
  placeOf(
    behindProxy()
      ? getHeader(event, 'x-forwarded-for')?.split(',').at(-1)?.trim()
      : event.node.req.socket.remoteAddress,
  )

/**
 * Where the vault is reached, for links that are sent. What a request says of it is believed of administrators alone:
 * somebody else could have another’s link point to a place of their own.
 */
export function originOf(event: H3Event, isTrusted: boolean): string {
  const { db } = vault()
  return isTrusted && !settingOf(db, 'address')
    ? getRequestURL(event, { xForwardedHost: true, xForwardedProto: true }).origin
    : ownOrigin(db)
}
