import type { H3Event } from 'h3'

/** Sends a drawing of our own making: it is a picture, and nothing in it is run, wherever it is opened. */
export function sendDrawing(event: H3Event, svg: Uint8Array): Buffer {
  setResponseHeaders(event, {
    'content-type': 'image/svg+xml; charset=utf-8',
    'x-content-type-options': 'nosniff',
    'content-security-policy': "default-src 'none'",
  })
  return Buffer.from(svg)
}

/** Sends a PDF that was made of a file, under the file's name. */
export function sendPdf(event: H3Event, fileName: string, bytes: Uint8Array): Buffer {
  const name = `${fileName.replace(/\.[^.]+$/, '')}.pdf`
  setResponseHeaders(event, {
    'content-type': 'application/pdf',
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    'x-content-type-options': 'nosniff',
  })
  return Buffer.from(bytes)
}

/** Sends what was put into JSON where it was computed. */
export function sendJson(event: H3Event, json: Uint8Array): Buffer {
  setResponseHeader(event, 'content-type', 'application/json')
  return Buffer.from(json)
}
