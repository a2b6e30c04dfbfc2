import 'reflect-metadata'
import { getMetadataStorage } from 'class-validator'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoData, signIn, startServer } from '../support/server.mjs'
import { builtRoutes, examples, nameOf, type Route, withField } from './routes.fixture'

let server: Awaited<ReturnType<typeof startServer>>
let carla: Awaited<ReturnType<typeof signIn>>
let mara: typeof carla

beforeAll(async () => {
  server = await startServer(demoData(), { env: { ILMENITE_COUNT_QUERIES: 'yes' } })
  carla = await signIn(server.url, 'carla.winslow@brackwater.example')
  mara = await signIn(server.url)
})
afterAll(() => server?.stop())

/** There, and nothing that Carla Winslow may see; and a number as long that nobody has. */
const hidden = 'BR-5001'
const missing = 'BR-5998'
/** Filed, and hers to see. */
const seen = 'BR-5010'

const routes = builtRoutes()

describe('the routes of the build', () => {
  it('are known here, each with a request', () =>
    expect(Object.keys(examples).sort()).toEqual(routes.map(nameOf).sort()))

  it.each(Object.entries(examples).filter(([, { of }]) => of))(
    '%s has an example with every field of its request',
    (_, { of, query, body }) => {
      const known = getMetadataStorage().getTargetValidationMetadatas(of!, '', false, false)
      const fields = [...new Set(known.map(({ propertyName }) => propertyName))]
      expect(Object.keys({ ...query, ...body }).sort()).toEqual(fields.sort())
    },
  )
})

/** Asks a route about a document, by its address or by a field. */
function ask(call: typeof carla, route: Route, number: string, byField: boolean) {
  const { query = {}, body, raw, document } = examples[nameOf(route)]!
  const inAddress = byField ? seen : number
  const path = route.path.replace(':number', inAddress).replace(':version', '1')
  const inQuery = document && document in query ? { [document]: number } : {}
  const search = new URLSearchParams({ ...query, ...inQuery } as Record<string, string>).toString()
  const isNamed = byField || document?.startsWith('documents')
  const asked = body && isNamed ? withField(body, document!, number) : body
  return call(
    route.method,
    `${path}${search ? `?${search}` : ''}`,
    raw === undefined ? asked : new TextEncoder().encode(raw),
  )
}

const answerOf = (answer: Awaited<ReturnType<typeof carla>>, number: string) => ({
  status: answer.status,
  text: answer.text.replaceAll(number, 'THIS'),
  queries: answer.headers.get('x-queries'),
})

describe('a document that may not be seen', () => {
  beforeAll(async () => {
    // What each thread keeps of the configuration is read once; then only the document makes a difference.
    await Promise.all(Array.from({ length: 8 }, () => carla('GET', `documents/${seen}/acts`)))
  })
  it('is there, and hidden from her', async () => {
    expect((await mara('GET', `documents/${hidden}`)).status).toBe(200)
    expect((await carla('GET', `documents/${hidden}`)).status).toBe(404)
    expect((await mara('GET', `documents/${missing}`)).status).toBe(404)
  })

  const byAddress = routes.filter(({ path }) => path.includes(':number'))
  it.each(byAddress.map((route) => [nameOf(route), route] as const))(
    '%s: is answered like one that is not there, and asks the database as much',
    async (_, route) => {
      // The first question in a thread fills its caches.
      await ask(carla, route, missing, false)
      const there = answerOf(await ask(carla, route, hidden, false), hidden)
      expect(there).toEqual(answerOf(await ask(carla, route, missing, false), missing))
      expect(Number(there.queries)).toBeGreaterThan(0)
      expect(there.status).toBeGreaterThanOrEqual(400)
    },
  )

  const byField = routes.filter((route) => examples[nameOf(route)]!.document)
  it.each(byField.map((route) => [nameOf(route), route] as const))(
    '%s: is answered like one that is not there where a field names it',
    async (_, route) => {
      await ask(carla, route, missing, true)
      const there = answerOf(await ask(carla, route, hidden, true), hidden)
      expect(there).toEqual(answerOf(await ask(carla, route, missing, true), missing))
    },
  )

  it('is in no list, count, search or trail', async () => {
    const { total, rows } = (await carla('GET', `documents?text=${hidden}`)).body
    expect([total, rows]).toEqual([0, []])
    expect((await carla('GET', `find?text=${hidden}`)).body.documents).toEqual([])
    const id = (await mara('GET', `documents/${hidden}`)).body.document.id
    const trail = await carla('GET', `audit?kind=document&subject=${id}`)
    const none = await carla('GET', `audit?kind=document&subject=${id.replace(/.$/, 'z')}`)
    expect([trail.status, trail.body.data]).toEqual([none.status, none.body.data])
  })
})

describe('the history of a document', () => {
  it('is for whoever has the right to it: without, neither register nor earlier versions', async () => {
    const page = async (call: typeof carla) => (await call('GET', 'documents/BR-4001')).body
    const whole = await page(mara)
    expect(whole.history).toBe(true)
    expect(whole.register.length).toBeGreaterThan(0)
    expect(whole.versions.every((version: { sha256: string | null }) => version.sha256)).toBe(true)
  })
})
