import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
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
  const vault = { db, store, isWorking: () => runner.isBringingIn }
  const take = (stored: Stored, looked: Looked) => {
    if (stored.size === 0) throw new Refusal('invalid', 'the file is empty (0 bytes): choose the right one')
    return act(stored, looked)
  }
  return takeIn(vault, event.node.req, limit, take, look)
}

/** The most bytes of a file that is only looked into. */
const mostToProbe = 200 * 2 ** 20

/** Has a file of the request's body at hand while it is looked into; it is not kept. @throws TooLargeError */
export async function uploadAside<T>(
  { event, store }: RouteContext,
  use: (path: string) => Promise<T>,
): Promise<T> {
  const folder = join(store.root, 'incoming')
  await mkdir(folder, { recursive: true })
  const path = join(folder, `looked-into-${randomUUID()}`)
  try {
    await pipeline(event.node.req, atMost(mostToProbe), createWriteStream(path, { flags: 'wx', mode: 0o600 }))
    return await use(path)
  } finally {
    await rm(path, { force: true })
  }
}

/** Lets bytes through up to a limit. */
const atMost = (most: number) =>
  async function* (source: AsyncIterable<Uint8Array>) {
    let size = 0
    for await (const chunk of source) {
      size += chunk.length
      if (size > most) throw new TooLargeError(most)
      yield chunk
    }
  }
