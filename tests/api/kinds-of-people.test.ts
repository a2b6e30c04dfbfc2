import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { allows, chainTo, type Folder } from '../../core/access'
import type { Configuration } from '../../core/configuration'
import { caller, demoData, signIn, startServer } from '../support/server.mjs'
import { builtRoutes, examples, nameOf, openRoutes, type Route } from './routes.fixture'

let server: Awaited<ReturnType<typeof startServer>>
type Call = Awaited<ReturnType<typeof signIn>>
let mara: Call
/** Callers of every kind, by what they are. */
const callers: Record<string, Call> = {}
/** Who is behind each caller, as the directory has them. */
const people: Record<string, { id: string; name: string; groups: string[] }> = {}

const routes = builtRoutes()

const kinds: Record<string, string> = {
  'a reader': 'carla.winslow',
  'an author': 'jonas.eckhart',
  'an author of another discipline': 'casper.moreau',
  'a checker': 'emil.achterberg',
  'somebody on the release board': 'gregor.ashdown',
  'an administrator': 'ilya.brandt',
}

/** A caller with a token that may only read. */
async function withToken(call: Call): Promise<Call> {
  const until = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10)
  const { secret } = (await call('POST', 'session/tokens', { name: 'reading', until, acts: [] })).body
  return caller(server.url, { authorization: `Bearer ${secret}` })
}

beforeAll(async () => {
  server = await startServer(demoData())
  mara = await signIn(server.url)
  const directory = (await mara('GET', 'directory')).body
  for (const [kind, mail] of Object.entries(kinds)) {
    callers[kind] = await signIn(server.url, `${mail}@brackwater.example`)
    people[kind] = directory.people.find((person: { mail: string }) => person.mail.startsWith(mail))
  }
  callers['a token that may read'] = await withToken(callers['an author']!)
  people['a token that may read'] = people['an author']!
  callers['somebody deactivated'] = await signIn(server.url, 'kaya.rowntree@brackwater.example')
  const kaya = directory.people.find((person: { name: string }) => person.name === 'Kaya Rowntree').id
  const change = { kind: 'change-person', person: kaya, active: false }
  await mara('POST', 'directory/changes', { version: directory.version, change, accept: true })
})
afterAll(() => server?.stop())

function ask(call: Call, route: Route, number = 'BR-5001') {
  const { query = {}, body, raw } = examples[nameOf(route)]!
  const path = route.path.replace(':number', number).replace(/:\w+/g, 'none')
  const search = new URLSearchParams(query as Record<string, string>).toString()
  const sent = raw === undefined ? body : new TextEncoder().encode(raw)
  return call(route.method, `${path}${search ? `?${search}` : ''}`, sent)
}
const anonymous: Call = (...asked) => caller(server.url)(...asked)

describe('every route of the build', () => {
  const closed = routes.filter((route) => !openRoutes.includes(nameOf(route)))
  it.each(closed.map((route) => [nameOf(route), route] as const))(
    '%s is closed to nobody in particular, and to somebody deactivated, in the same words',
    async (_, route) => {
      const nobody = await ask(anonymous, route)
      const gone = await ask(callers['somebody deactivated']!, route)
      expect([nobody.status, gone.status]).toEqual([401, 401])
      expect(gone.text).toBe(nobody.text)
    },
  )
  it('that changes something is closed to a token that may only read', async () => {
    const changing = closed.filter(
      ({ method, path }) =>
        method !== 'GET' &&
        !path.startsWith('session') &&
        !/preview|people-list|guard$|adoptions\/plan/.test(path),
    )
    for (const route of changing)
      expect([nameOf(route), (await ask(callers['a token that may read']!, route)).status]).toEqual([
        nameOf(route),
        403,
      ])
  })
  it('that is for administrators says so to all others, before it looks at anything', async () => {
    const forAll = await Promise.all(
      closed
        .filter(({ path }) => !path.startsWith('session'))
        .map(
          async (route) =>
            [
              nameOf(route),
              (await ask(callers['a reader']!, route)).text.includes('is no administrator'),
            ] as const,
        ),
    )
    const administrators = forAll.filter(([, isClosed]) => isClosed).map(([name]) => name)
    expect(administrators.length).toBeGreaterThan(30)
    for (const kind of ['an author', 'a checker', 'somebody on the release board'])
      for (const route of closed.filter((one) => administrators.includes(nameOf(one)))) {
        const { status, text } = await ask(callers[kind]!, route)
        expect([kind, nameOf(route), status, /is no administrator/.test(text)]).toEqual([
          kind,
          nameOf(route),
          403,
          true,
        ])
      }
  })
})

describe('what each kind of person sees', () => {
  const numbers = async (call: Call, query = '') => {
    const found: string[] = []
    let total = 0
    for (let offset = 0; ; offset += 500) {
      const page = (await call('GET', `documents?limit=500&offset=${offset}${query}`)).body
      found.push(...page.rows.map(({ number }: { number: string }) => number))
      total = page.total
      if (offset + 500 >= total) return { found, total }
    }
  }
  /** Every document with where it stands and whose it is, as an administrator who sees all of them knows it. */
  async function everything() {
    const { found } = await numbers(mara)
    return Promise.all(found.map(async (number) => (await mara('GET', `documents/${number}`)).body.document))
  }
  it('is what the core computes, in list, count, filter, finder and direct link', async () => {
    const { published } = (await mara('GET', 'configuration')).body as {
      published: { configuration: Configuration }
    }
    const { folders } = (await mara('GET', 'directory')).body as { folders: Folder[] }
    const documents = await everything()
    expect(documents.length).toBeGreaterThan(300)
    for (const [kind, person] of Object.entries(people)) {
      const call = callers[kind]!
      const isSeen = ({ folder, lifecycle, state, owner, creator }: Record<string, string>) => {
        const use = published.configuration.lifecycles
          .find(({ id }) => id === lifecycle)!
          .states.find((one) => one.state === state)!
        const relation = { owner: owner === person.id, creator: creator === person.id }
        return allows(person, chainTo(folders, folder!), use, 'see', relation)
      }
      const seen = documents.filter(isSeen)
      const list = await numbers(call)
      expect([kind, list.total, list.found]).toEqual([kind, seen.length, seen.map(({ number }) => number)])
      for (const state of ['drafting', 'issued']) {
        const filtered = await numbers(call, `&state=${state}`)
        const expected = seen.filter((document) => document.state === state)
        expect([kind, state, filtered.total]).toEqual([kind, state, expected.length])
      }
      const hidden = documents.filter((document) => !isSeen(document)).slice(0, 5)
      for (const { number } of hidden) {
        expect((await call('GET', `find?text=${number}`)).body.documents).toEqual([])
        const [there, missing] = [
          await call('GET', `documents/${number}`),
          await call('GET', 'documents/BR-0000'),
        ]
        expect([there.status, there.text.replaceAll(number, 'N')]).toEqual([
          404,
          missing.text.replaceAll('BR-0000', 'N'),
        ])
      }
    }
  })
})
