import type { H3Event } from 'h3'

/** Answers 404 for an unknown address, and 405 for a method that the address does not take. */
export function noAddress(event: H3Event) {
  const { path = '', handlers = {} } = event.context.matchedRoute ?? {}
  const methods = Object.keys(handlers)
    .filter((method) => method !== 'all')
    .map((method) => method.toUpperCase())
  // For a known path with another method, the router still reports the route of that path.
  const isKnown = !path.endsWith('**') && methods.length > 0
  const statusCode = isKnown ? 405 : 404
  const message = isKnown
    ? `this address takes ${methods.join(', ')}, and no ${event.method}`
    : 'there is no such address: see what the interface offers'
  setResponseStatus(event, statusCode)
  if (isKnown) setResponseHeader(event, 'allow', methods.join(', '))
  return { error: true, statusCode, message, data: { message, reasons: [] } }
}
