import type { H3Event } from 'h3'
import { FileStore, type Stored, TooLargeError } from '../files/store'
import { Refusal } from '../refusal'

/** The most bytes that one uploaded file may have. */
const limit = Number(process.env.ILMENITE_UPLOAD_LIMIT ?? 2 ** 30)

/** Streams the request's body into the store. @throws TooLargeError, or a Refusal where it is empty. */
export async function upload(event: H3Event, store: FileStore): Promise<Stored> {
  if (Number(getHeader(event, 'content-length') ?? 0) > limit) throw new TooLargeError(limit)
  const stored = await store.put(event.node.req, limit)
  if (stored.size === 0) throw new Refusal('invalid', 'the file is empty (0 bytes): choose the right one')
  return stored
}
