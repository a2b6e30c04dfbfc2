import type { H3Event } from 'h3'

/** Sends a drawing of our own making: it is a picture, and nothing in it is run, wherever it is opened. */
export function sendDrawing(event: H3Event, svg: string): string {
  setResponseHeaders(event, {
    'content-type': 'image/svg+xml; charset=utf-8',
    'x-content-type-options': 'nosniff',
    'content-security-policy': "default-src 'none'",
  })
  return svg
}
