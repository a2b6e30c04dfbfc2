import type { H3Event } from 'h3'
import { readAs, ShapeError } from '../../shared/read-as'
import { Refusal } from '../refusal'

/** The most bytes of a request that is no file. */
const usualLimit = 2 ** 20

/** The request's body as text, read once and no further than a limit. @throws Refusal where it has more. */
export async function bodyText(event: H3Event, most = usualLimit, what = 'the request'): Promise<string> {
  const known = event.context.bodyText as string | undefined
  if (known !== undefined) return known
  const tooLarge = () =>
    new Refusal(
      'too-large',
      `${what} has more than ${most >= 2 ** 20 ? `${most / 2 ** 20} MB` : `${most / 2 ** 10} KB`}, which is the most that is taken here`,
    )
  if (Number(getHeader(event, 'content-length') ?? 0) > most) throw tooLarge()
  const chunks: Uint8Array[] = []
  let size = 0
  for await (const chunk of event.node.req as AsyncIterable<Uint8Array>) {
    size += chunk.length
    if (size > most) throw tooLarge()
    chunks.push(chunk)
  }
  const text = Buffer.concat(chunks).toString('utf8')
  event.context.bodyText = text
  return text
}

/** The request's JSON body as a checked instance, of at most so many bytes. */
export async function body<T extends object>(
  event: H3Event,
  kind: new () => T,
  most = usualLimit,
): Promise<T> {
  const text = await bodyText(event, most)
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new ShapeError([text === '' ? 'the request’s body is missing' : 'the request’s body is no JSON'])
  }
  return readAs(kind, value)
}

/** The address' query as a checked instance. */
export const query = <T extends object>(event: H3Event, kind: new () => T): T => readAs(kind, getQuery(event))

/** A part of the address. */
export function part(event: H3Event, name: string): string {
  try {
    return decodeURIComponent(getRouterParam(event, name) ?? '')
  } catch {
    throw new ShapeError([`the address holds “${getRouterParam(event, name)}”, which is no text in UTF-8`])
  }
}
