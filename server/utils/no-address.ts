import type { H3Event } from 'h3'

/** Answers whatever is no route: an address that there is not, or one that is asked for in a way it does not take. */
export function noAddress(event: H3Event) {
  const { path = '', handlers = {} } = event.context.matchedRoute ?? {}
  const methods = Object.keys(handlers)
    .filter((method) => method !== 'all')
    .map((method) => method.toUpperCase())
  // The router hands on what a route does not take; an address that is none has come to this one.
  const isKnown = !path.endsWith('**') && methods.length > 0
  const statusCode = isKnown ? 405 : 404
  const message = isKnown
    ? `this address takes ${methods.join(', ')}, and no ${event.method}`
    : 'there is no such address: see what the interface offers'
  setResponseStatus(event, statusCode)
  if (isKnown) setResponseHeader(event, 'allow', methods.join(', '))
  return { error: true, statusCode, message, data: { message, reasons: [] } }
}
