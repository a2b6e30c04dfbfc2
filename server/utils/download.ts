import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { H3Event } from 'h3'
import type { FileStore } from '../files/store'
import { Refusal } from '../refusal'

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

/** A content of the store. */
interface Content {
  sha256: string
  size: number
}

/** @throws Refusal where a content is not any more what came in. */
export async function requireSound(store: FileStore, { sha256, size }: Content, what: string): Promise<void> {
  const fault = await store.faultOf(sha256, size)
  if (fault)
    throw new Refusal(
      'conflict',
      `${what} ${fault}: ask whoever runs the server to put it back from a backup`,
    )
}

/** Sends a content of the store as a file to keep. @throws Refusal where it is not any more what came in. */
export async function downloadContent(
  event: H3Event,
  store: FileStore,
  content: Content & { fileName: string },
  what: string,
): Promise<void> {
  await requireSound(store, content, what)
  const { fileName, sha256, size } = content
  setResponseHeaders(event, {
    'content-type': 'application/octet-stream',
    'content-length': size,
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
    'x-content-type-options': 'nosniff',
  })
  return download(event, store.read(sha256))
}
