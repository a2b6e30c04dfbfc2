import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoData, signIn, startServer } from '../support/server.mjs'
import { builtRoutes, examples, nameOf, openRoutes, type Route } from './routes.fixture'

let server: Awaited<ReturnType<typeof startServer>>
/** The senders, by what they are, with their headers. */
const senders: Record<string, Record<string, string>> = {}

beforeAll(async () => {
  server = await startServer(demoData())
  const jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
  const until = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10)
  const token = async (acts: string[]) =>
    (await jonas('POST', 'session/tokens', { name: acts.join() || 'reading', until, acts })).body.secret
  const every = ['file', 'check-out', 'edit', 'fire', 'revise', 'hand-on', 'intake']
  senders['nobody'] = {}
  senders['a token that may read'] = { authorization: `Bearer ${await token([])}` }
  senders['a token that may do all'] = { authorization: `Bearer ${await token(every)}` }
})
afterAll(() => server?.stop())

/** Sends a request with exactly this path; `fetch` would normalise it. */
function send(method: string, path: string, headers: Record<string, string>, body?: string) {
  return new Promise<{ status: number; text: string; type: string; allow: string | undefined }>(
    (done, fail) => {
      const { port } = new URL(server.url)
      const asked = request({ host: '127.0.0.1', port, method, path, headers }, (answer) => {
        const parts: Buffer[] = []
        answer.on('data', (part: Buffer) => parts.push(part))
        answer.on('end', () =>
          done({
            status: answer.statusCode!,
            text: Buffer.concat(parts).toString(),
            type: answer.headers['content-type'] ?? '',
            allow: answer.headers.allow,
          }),
        )
      })
      asked.on('error', fail)
      asked.end(body)
    },
  )
}

const hex = (letter: string) => `%${letter.charCodeAt(0).toString(16).padStart(2, '0')}`
/** The ways in which one address can be written. */
const spellings: Record<string, (path: string) => string> = {
  'as it is': (path) => path,
  'its first letters in hexadecimal': (path) => path.replace(/(?<=\/)[a-z]/g, hex),
  'all letters in hexadecimal': (path) => path.replace(/[a-z]/g, hex),
  'hexadecimal in capitals': (path) => path.replace(/[a-z]/g, (letter) => hex(letter).toUpperCase()),
  'hexadecimal twice': (path) => path.replace(/(?<=\/)[a-z]/g, (letter) => `%25${hex(letter).slice(1)}`),
  capitals: (path) => path.toUpperCase(),
  'slashes doubled': (path) => path.replace(/\//g, '//'),
  'slashes in hexadecimal': (path) => path.replace(/(?<=.)\//g, '%2f'),
  'a slash behind it': (path) => `${path}/`,
  'a dot folder before it': (path) => path.replace('/api/', '/api/./'),
  'a way up and down again': (path) => path.replace('/api/', '/api/documents/../'),
  'a dot folder in hexadecimal': (path) => path.replace('/api/', '/api/documents/%2e%2e/'),
  'a parameter': (path) => path.replace('/api/', '/api;x=1/'),
}

const pathOf = ({ path }: Route) => `/api/${path.replace(':number', 'BR-5001').replace(/:\w+/g, 'none')}`
function ask(route: Route, spelling: (path: string) => string, headers: Record<string, string>) {
  const { query, body } = examples[nameOf(route)]!
  const search = query ? `?${new URLSearchParams(query as Record<string, string>).toString()}` : ''
  const sent = body && JSON.stringify(body)
  const type: Record<string, string> = sent ? { 'content-type': 'application/json' } : {}
  return send(route.method, `${spelling(pathOf(route))}${search}`, { ...headers, ...type }, sent)
}

/** Whether a status refuses the request. */
const isRefused = (status: number) => [400, 401, 403, 404, 405].includes(status)

describe('an address, however it is written', () => {
  const routes = builtRoutes()

  it.each(Object.keys(spellings))('opens nothing that it does not open as it is: %s', async (name) => {
    let seen = 0
    for (const [who, headers] of Object.entries(senders))
      for (const route of routes) {
        if (openRoutes.includes(nameOf(route))) continue
        const plain = await ask(route, spellings['as it is']!, headers)
        // A route that is open to the sender may be open in any spelling.
        if (!isRefused(plain.status)) continue
        const { status, type } = await ask(route, spellings[name]!, headers)
        // Outside of the interface, every address shows the page.
        const isPage = status === 200 && type.startsWith('text/html')
        expect([who, nameOf(route), isRefused(status) || isPage], `${status}`).toEqual([
          who,
          nameOf(route),
          true,
        ])
        seen++
      }
    expect(seen).toBeGreaterThan(routes.length)
  })

  it('tells a token nothing of sessions and tokens', async () => {
    for (const spelling of Object.values(spellings))
      for (const path of ['session/list', 'session/tokens']) {
        const headers = senders['a token that may do all']!
        const { status, type, text } = await send('GET', spelling(`/api/${path}`), headers)
        expect([path, status === 200 && !type.startsWith('text/html')], text.slice(0, 200)).toEqual([
          path,
          false,
        ])
      }
  })
})

describe('what is no address of the interface', () => {
  const none = ['/api/nothing', '/api/documents/BR-5001/nothing', '/api/', '/api/session/list/a/b/c']
  it.each(none)('is answered in JSON: %s', async (path) => {
    for (const accept of ['application/json', 'text/html', '*/*']) {
      const { status, type, text } = await send('GET', path, { accept })
      expect([status, type]).toEqual([404, 'application/json'])
      expect((JSON.parse(text) as { data: { message: string } }).data.message).toContain('no such address')
    }
  })
  it('says what an address takes that is asked for in another way', async () => {
    const { status, type, allow, text } = await send('PATCH', '/api/documents/BR-5001', {})
    expect([status, type, allow]).toEqual([405, 'application/json', 'GET'])
    expect(text).toContain('this address takes GET, and no PATCH')
    expect((await send('GET', '/api/tasks/decide', {})).status).toBe(405)
  })
  it('is an address that ends at a question mark which is written otherwise', async () => {
    const { status, text } = await send('GET', '/api/documents/BR-5001%3F1', {
      ...senders['a token that may read'],
      accept: 'application/json',
    })
    expect(status).toBe(404)
    expect(text).not.toContain('Grip')
  })
})
