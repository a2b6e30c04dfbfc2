import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { H3Event } from 'h3'

/**
 * Sends a stream as the answer. Whoever breaks the download off, at whatever moment, lets the file go: a
 * stream that is only
 * piped would keep it open for good. Resolves when all is sent or the reader is gone.
 */
export async function download(event: H3Event, source: Readable): Promise<void> {
  await pipeline(source, event.node.res).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error
  })
}
