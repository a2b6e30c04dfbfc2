import pLimit from 'p-limit'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoData, signIn, startServer } from '../support/server.mjs'
import { builtRoutes, examples, nameOf, placesIn, type Route, withField } from './routes.fixture'

let server: Awaited<ReturnType<typeof startServer>>
let mara: Awaited<ReturnType<typeof signIn>>
/** Somebody whose sessions may end. */
let jonas: typeof mara
let intake: string

beforeAll(async () => {
  server = await startServer(demoData())
  mara = await signIn(server.url)
  jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
  intake = (await mara('POST', 'intakes', { archive: 'Grip archive', register: null })).body.id
})
afterAll(() => server?.stop())

const nested = (depth: number): unknown => JSON.parse('['.repeat(depth) + ']'.repeat(depth))
/** As many holes as pigeons less one, which no search finds out quickly. */
const pigeons = (count: number): string => {
  const names = ['title', 'material', 'legacy_revision', 'legacy_status', 'legacy_author', 'file_name']
  const holes = names.map((name) =>
    Array.from({ length: count }, (_, hole) => `${name} == "${hole}"`).join(' || '),
  )
  const apart = names.flatMap((one, index) => names.slice(index + 1).map((other) => `${one} != ${other}`))
  return [...holes.map((list) => `(${list})`), ...apart].join(' && ')
}

const texts = [
  '',
  'x'.repeat(5000),
  'half a pair \ud83d',
  'nul \u0000 bell \u0007 turned \u202e round \u2066',
  '../../../../etc/passwd',
  'C:\\temp\\a.dxf',
  '%00%2e%2e%2f',
  '{{ title }}{% render "secrets" %}{% for i in (1..100000000) %}x{% endfor %}',
  '{{ "x" | replace: "x", title }}'.repeat(100),
  '=cmd()',
  '__proto__',
  'constructor',
  "'; drop table documents; --",
  '(a+)+$',
  '*a*a*a*a*a*a*a*a*aZ',
  `{number}${'*a'.repeat(60)}Z`,
  `${'[a]'.repeat(40)}{number}`,
  `glob(title, "${'*a'.repeat(1000)}Z")`,
  `glob(title, "${'*?a'.repeat(500)}Z") && glob(title, "${'?*b'.repeat(500)}")`,
  pigeons(5),
  '('.repeat(4000),
  '!'.repeat(4000) + 'true',
  `title == "${'é'.repeat(1500)}"`,
  '🦆'.repeat(50),
  'ZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZ',
  '99999999999999999999',
]
/** Values that only a body can hold. */
const others: unknown[] = [
  ...['x'.repeat(500_000), 'x'.repeat(3_000_000)],
  ...[null, true, 0, -1, 0.5, 2 ** 53, 1e308, -1e308],
  ...[[], {}, nested(30), nested(3000), Array.from({ length: 20_000 }, () => 'x')],
  ...[{ length: 1e9 }, JSON.parse('{"__proto__":{"administrator":true}}'), { kind: 'no such kind' }],
]

/** What is asked in the meantime, over and over: the longest that anybody else had to wait, in milliseconds. */
async function whileOthersAsk(work: () => Promise<void>): Promise<number> {
  let longest = 0
  let over = false
  const asking = (async () => {
    while (!over) {
      const from = performance.now()
      expect((await mara('GET', 'find?text=BR')).status).toBe(200)
      longest = Math.max(longest, performance.now() - from)
      await new Promise((later) => setTimeout(later, 25))
    }
  })()
  await work().finally(() => (over = true))
  await asking
  return longest
}

/** Nobody waits longer than this for anything that is typed, a busy machine allowed for. */
const patience = 15_000

function ask(route: Route, query: object, body: object | undefined, raw: string | undefined) {
  const path = route.path.replace(':number', 'BR-5010').replace(':version', '1').replace(':id', intake)
  const call = route.path.startsWith('session') ? jonas : mara
  const search = new URLSearchParams(query as Record<string, string>).toString()
  const sent = raw === undefined ? body : new TextEncoder().encode(raw)
  return call(route.method, `${path}${search ? `?${search}` : ''}`, sent)
}

/** Each field gets half of all values, and the next one the other half: of many fields each value meets many. */
const everyOther = <Value>(values: Value[], turn: number): Value[] =>
  values.filter((_, index) => (index + turn) % 2 === 0)

const routes = builtRoutes().filter((route) => examples[nameOf(route)]!.of)

describe('every field of every request, given what nobody should send', () => {
  it.each(routes.map((route) => [nameOf(route), route] as const))(
    '%s: is answered plainly, and others meanwhile',
    async (_, route) => {
      const { query = {}, body, raw } = examples[nameOf(route)]!
      const slow: string[] = []
      const told = async (place: string, value: unknown, asked: ReturnType<typeof ask>) => {
        const from = performance.now()
        const { status } = await asked
        const shown = `${place} = ${String(JSON.stringify(value)).slice(0, 60)}`
        expect(status, shown).toBeLessThan(500)
        if (performance.now() - from > patience) slow.push(shown)
      }
      const few = pLimit(4)
      const longest = await whileOthersAsk(async () => {
        const inQuery = Object.keys(query).flatMap((place, index) =>
          everyOther(texts, index).map((value) =>
            few(() => told(place, value, ask(route, withField(query, place, value), body, raw))),
          ),
        )
        const inBody = placesIn(body ?? {}).flatMap((place, index) =>
          everyOther([...texts, ...others], index).map((value) =>
            few(() => told(place, value, ask(route, query, withField(body!, place, value), raw))),
          ),
        )
        await Promise.all([...inQuery, ...inBody])
      })
      expect(slow).toEqual([])
      expect(longest).toBeLessThan(patience)
    },
    240_000,
  )

  it.each([
    ['no JSON', '{"change":'],
    ['nothing', ''],
    ['a list', '[]'],
    ['a number', '7'],
    ['nested without end', '['.repeat(100_000)],
    ['a prototype', '{"__proto__":{"change":1},"change":0}'],
  ])('a body that is %s is refused in words', async (_, text) => {
    for (const path of ['draft/undo', 'documents/BR-5010/check-out', 'intakes']) {
      const answer = await mara('POST', path, new TextEncoder().encode(text))
      expect([400, 403, 404, 409], path).toContain(answer.status)
      expect(answer.body.data.message.length).toBeGreaterThan(5)
    }
  })
})

describe('edits of the draft, given what nobody should send', () => {
  const transition = { kind: 'change-transition', lifecycle: 'workshop', transition: 'send-to-check' }
  const edits: [string, (text: string) => object][] = [
    ['a guard', (guard) => ({ ...transition, patch: { guard } })],
    ['a name', (name) => ({ ...transition, patch: { name } })],
    [
      'a template',
      (value) => ({
        ...transition,
        patch: { effects: Array.from({ length: 50 }, () => ({ kind: 'write', attribute: 'title', value })) },
      }),
    ],
    [
      'a notice',
      (body) => ({ ...transition, patch: { notices: [{ to: ['anyone'], subject: body, body }] } }),
    ],
    ['a state’s name', (name) => ({ kind: 'rename-state', state: 'on-hold', name })],
  ]
  it.each(edits)(
    '%s: is refused or taken, and whoever looks waits for nothing',
    async (_, make) => {
      const draft = async () => (await mara('GET', 'configuration')).body.draft.change as number
      const longest = await whileOthersAsk(async () => {
        for (const text of texts) {
          const answer = await mara('POST', 'draft/edits', { change: await draft(), edit: make(text) })
          expect(answer.status, text.slice(0, 60)).toBeLessThan(500)
          if (answer.status !== 200) continue
          for (const path of ['overview', 'draft/stranded', 'documents/BR-5010/acts'])
            expect((await mara('GET', path)).status, `${path} after ${text.slice(0, 60)}`).toBe(200)
          await mara('POST', 'draft/undo', { change: await draft() })
        }
      })
      expect(longest).toBeLessThan(patience)
      await mara('DELETE', 'draft', { change: await draft() })
    },
    240_000,
  )
})
