import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoData, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>>
let cookie: string

beforeAll(async () => {
  server = await startServer(demoData())
  const signedIn = await fetch(`${server.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ mail: 'mara.feldhaus@brackwater.example', password: 'ropeway-42' }),
  })
  cookie = signedIn.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ')
})
afterAll(() => server?.stop())

/** The addresses that a page's head has fetched ahead, of one kind. */
async function ahead(path: string, what: RegExp, headers: Record<string, string> = { cookie }) {
  const html = await (await fetch(`${server.url}${path}`, { headers })).text()
  return [...html.matchAll(/<link [^>]*>/g)]
    .map(([link]) => link)
    .filter((link) => what.test(link))
    .map((link) => /href="([^"]+)"/.exec(link)![1]!)
}
const programs = /rel="modulepreload"/
/** With `crossorigin`, as the page asks for it: a browser takes one for the other only where both have it. */
const sheets = /as="style".* crossorigin>/
const answers = /as="fetch"/
const fonts = /as="font" type="font\/woff2".* crossorigin>/

describe('what is fetched while a page’s programs are still on their way', () => {
  it('are the parts of the page that is opened, each of which is there', async () => {
    const entry = await ahead('/no-such-page', programs)
    for (const path of ['/lifecycles/workshop-document', '/vault/BR-2007?tab=x', '/tasks', '/']) {
      const own = (await ahead(path, programs)).filter((name) => !entry.includes(name))
      expect(own.length, path).toBeGreaterThan(0)
      expect((await ahead(path, sheets)).length, path).toBeGreaterThan(0)
      for (const name of [...own, ...(await ahead(path, sheets))])
        expect((await fetch(`${server.url}${name}`)).status, `${path} ${name}`).toBe(200)
    }
  })

  it('come packed to whoever can unpack them, and plain to whoever cannot', async () => {
    const [name] = await ahead('/tasks', programs)
    const as = (encoding: string) =>
      fetch(`${server.url}${name}`, { headers: { 'accept-encoding': encoding } })
    const [packed, plain] = await Promise.all([as('gzip'), as('identity')])
    expect(packed.headers.get('content-encoding')).toBe('gzip')
    expect(packed.headers.get('vary')).toContain('Accept-Encoding')
    expect(plain.headers.get('content-encoding')).toBeNull()
    expect(await packed.text()).toBe(await plain.text())
  })

  it('are the parts of that page and of no other', async () => {
    const [sheet, tasks] = await Promise.all([
      ahead('/lifecycles/workshop-document', sheets),
      ahead('/tasks', sheets),
    ])
    expect(sheet).not.toEqual(tasks)
    expect(await ahead('/lifecycles', sheets)).not.toEqual(sheet)
  })

  it('are the fonts of every page', async () => {
    const names = await ahead('/tasks', fonts)
    expect(names.length).toBeGreaterThan(3)
    for (const name of names)
      expect((await fetch(`${server.url}${name}`)).headers.get('content-type')).toBe('font/woff2')
    expect(await ahead('/vault', fonts)).toEqual(names)
  })

  it('are the answers that it asks for, and nothing where nobody is signed in', async () => {
    expect(await ahead('/', answers)).toEqual(['/api/session', '/api/configuration'])
    expect(await ahead('/lifecycles/large?only=x&view=map', answers)).toContain(
      '/api/lifecycles/large/map-layout',
    )
    expect(await ahead('/', answers, {})).toEqual([])
    expect(await ahead('/', answers, { cookie: 'ilmenite=ended-long-ago' })).toEqual([])
    expect(await ahead('/sign-in', answers)).toEqual([])
  })
})
