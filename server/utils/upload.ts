import { takeIn } from '../files/coming'
import { type Stored, TooLargeError } from '../files/store'
import { Refusal } from '../refusal'
import type { RouteContext } from './route'

/** The most bytes that one uploaded file may have. */
const limit = Number(process.env.ILMENITE_UPLOAD_LIMIT ?? 2 ** 30)

/**
 * Streams the request's body into the store for an act that takes it over; what the act refuses is not kept. Ask
 * for the rights before. `look` reads the content before the act, which itself waits for nothing.
 * @throws TooLargeError, or a Refusal where it is empty or the act refuses.
 */
export async function upload<T, Looked = undefined>(
  { event, db, store, runner }: RouteContext,
  act: (stored: Stored, looked: Looked) => T,
  look?: (stored: Stored) => Promise<Looked>,
): Promise<T> {
  if (Number(getHeader(event, 'content-length') ?? 0) > limit) throw new TooLargeError(limit)
  const vault = { db, store, isWorking: () => runner.isWorking }
  const take = (stored: Stored, looked: Looked) => {
    if (stored.size === 0) throw new Refusal('invalid', 'the file is empty (0 bytes): choose the right one')
    return act(stored, looked)
  }
  return takeIn(vault, event.node.req, limit, take, look)
}
