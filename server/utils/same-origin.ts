import type { H3Event } from 'h3'
import { Refusal } from '../refusal'

/**
 * A page of another site cannot make a signed-in browser act here. Browsers say where a request comes from by
 * Fetch Metadata; older ones by `Origin`, or `Referer` at least. Programs that are no browser send none of them.
 */
export function requireSameOrigin(event: H3Event): void {
  if (event.method === 'GET' || event.method === 'HEAD') return
  const site = getHeader(event, 'sec-fetch-site')
  const from = getHeader(event, 'origin') ?? getHeader(event, 'referer')
  const elsewhere = site
    ? site !== 'same-origin' && site !== 'none'
    : from !== undefined && hostOf(from) !== ownHost(event)
  if (elsewhere) throw new Refusal('forbidden', 'this request came from another site')
}

const ownHost = (event: H3Event) => getRequestHost(event, { xForwardedHost: true }).toLowerCase()

/** A sandboxed page's origin is “null”, which is nobody's host. */
function hostOf(address: string): string {
  return URL.canParse(address) ? new URL(address).host : ''
}
