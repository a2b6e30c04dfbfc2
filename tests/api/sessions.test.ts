import { execFile } from 'node:child_process'
import { request } from 'node:http'
import { promisify } from 'node:util'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoData, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>>
const execute = promisify(execFile)
const data = demoData()
beforeAll(async () => void (server = await startServer(data)))
afterAll(() => server?.stop())

const password = 'ropeway-42'
const mailOf = (name: string) => `${name}@brackwater.example`

/** A request from one of the loopback’s many addresses, so that places can be told apart. */
function from(
  place: string,
  method: string,
  path: string,
  { body, headers = {} }: { body?: object; headers?: Record<string, string> } = {},
): Promise<{ status: number; cookies: string[]; text: string }> {
  return new Promise((resolve, reject) => {
    const asked = request(
      `${server.url}/api/${path}`,
      { method, localAddress: place, headers: { 'content-type': 'application/json', ...headers } },
      (answer) => {
        let text = ''
        answer.on('data', (chunk) => (text += chunk))
        answer.on('end', () =>
          resolve({ status: answer.statusCode!, cookies: answer.headers['set-cookie'] ?? [], text }),
        )
      },
    )
    asked.on('error', reject)
    asked.end(body && JSON.stringify(body))
  })
}
const attempt = (place: string, mail: string, word: string, headers = {}) =>
  from(place, 'POST', 'session', { body: { mail, password: word }, headers })
const cookieOf = (cookies: string[]) => cookies.map((line) => line.split(';')[0]).join('; ')

describe('a session', () => {
  const me = (cookie: string, headers = {}) =>
    from('127.0.0.1', 'GET', 'session', { headers: { cookie, ...headers } })

  it('is a cookie that no script reads and no other site sends; over HTTPS it goes nowhere else', async () => {
    const { cookies } = await attempt('127.0.0.1', mailOf('jonas.eckhart'), password)
    expect(cookies).toHaveLength(2)
    for (const cookie of cookies) expect(cookie).toMatch(/HttpOnly; SameSite=Strict/)
    expect(cookies.join()).not.toMatch('Secure')
    const answer = await fetch(`${server.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-forwarded-proto': 'https' },
      body: JSON.stringify({ mail: mailOf('jonas.eckhart'), password }),
    })
    for (const cookie of answer.headers.getSetCookie()) expect(cookie).toMatch(/Secure/)
  })
  it('ends on the server: a copy of its cookie is worth nothing after signing out', async () => {
    const cookie = cookieOf((await attempt('127.0.0.1', mailOf('jonas.eckhart'), password)).cookies)
    expect((await me(cookie)).status).toBe(200)
    await from('127.0.0.1', 'DELETE', 'session', { headers: { cookie } })
    expect((await me(cookie)).status).toBe(401)
  })
  it('ends everywhere when its person says so', async () => {
    const cookies = await Promise.all(
      [1, 2].map(async () =>
        cookieOf((await attempt('127.0.0.1', mailOf('jonas.eckhart'), password)).cookies),
      ),
    )
    await from('127.0.0.1', 'DELETE', 'session/everywhere', { headers: { cookie: cookies[0]! } })
    for (const cookie of cookies) expect((await me(cookie)).status).toBe(401)
  })
  it('ends by the command line too, of one person or of all, while the server runs', async () => {
    const end = async (...more: string[]) => {
      const { stdout } = await execute('npx', ['ilmenite', 'sessions', 'end', '--data', data, ...more])
      return (JSON.parse(stdout) as { ended: number }).ended
    }
    const [ones, others] = await Promise.all(
      ['jonas.eckhart', 'pavel.thorne'].map(async (name) =>
        cookieOf((await attempt('127.0.0.1', mailOf(name), password)).cookies),
      ),
    )
    expect(await end('--mail', mailOf('jonas.eckhart'))).toBeGreaterThan(0)
    expect([(await me(ones!)).status, (await me(others!)).status]).toEqual([401, 200])
    expect(await end()).toBeGreaterThan(0)
    expect((await me(others!)).status).toBe(401)
    await expect(end('--mail', 'nobody@brackwater.example')).rejects.toMatchObject({ code: 2 })
  })
  it('of all other browsers ends when the password is changed, which needs the old one', async () => {
    const mail = mailOf('harun.delacroix')
    const [one, other] = await Promise.all(
      [1, 2].map(async () => cookieOf((await attempt('127.0.0.1', mail, password)).cookies)),
    )
    const change = (current: string, wanted: string) =>
      from('127.0.0.1', 'PUT', 'session/password', { body: { current, wanted }, headers: { cookie: one! } })
    expect((await change('not this one', 'a longer one')).status).toBe(403)
    expect((await change(password, 'short')).status).toBe(400)
    expect((await change(password, 'ropeway-43-and-on')).status).toBe(200)
    expect((await me(one!)).status).toBe(200)
    expect((await me(other!)).status).toBe(401)
    expect((await attempt('127.0.0.1', mail, password)).status).toBe(401)
    expect((await attempt('127.0.0.1', mail, 'ropeway-43-and-on')).status).toBe(200)
  })
  it.each([
    ['nothing', ''],
    ['nonsense', 'ilmenite=nonsense'],
    ['a token nobody has', `ilmenite=${'A'.repeat(43)}`],
    ['a prototype', 'ilmenite=__proto__'],
  ])('is not what %s stands for', async (_, cookie) => expect((await me(cookie)).status).toBe(401))
})

describe('another site', () => {
  it.each([
    [{ 'sec-fetch-site': 'cross-site' }],
    [{ 'sec-fetch-site': 'same-site' }],
    [{ origin: 'https://elsewhere.example' }],
    [{ origin: 'null' }],
    [{ referer: 'https://elsewhere.example/page' }],
    [{ origin: 'http://127.0.0.1:1' }],
  ])('cannot act here, however old the browser: %o', async (headers) => {
    expect((await from('127.0.0.1', 'DELETE', 'session', { headers })).status).toBe(403)
  })
  it('is not what our own page is, nor a program', async () => {
    const ours: Record<string, string>[] = [{ origin: server.url }, { 'sec-fetch-site': 'same-origin' }, {}]
    for (const headers of ours)
      expect((await from('127.0.0.1', 'DELETE', 'session', { headers })).status).toBe(200)
  })
  it('finds no route of a package to end sessions with', async () => {
    for (const method of ['GET', 'DELETE'])
      expect((await from('127.0.0.1', method, '_auth/session')).text).not.toMatch(/"loggedOut"|"user"/)
  })
})

describe('wrong passwords', () => {
  it('are counted before they are tried, so that forty at once are ten', async () => {
    const mail = mailOf('maud.eriksen')
    const answers = await Promise.all(Array.from({ length: 40 }, () => attempt('127.0.0.2', mail, 'wrong')))
    const count = (status: number) => answers.filter((answer) => answer.status === status).length
    expect([count(401), count(429)]).toEqual([10, 30])
  })
  it('are counted for the same account however its address is typed', async () => {
    const answers = []
    for (const typed of ['ALDA.MEIER', ' alda.meier', 'Alda.Meier', 'alda.meier'])
      for (let time = 0; time < 3; time++)
        answers.push((await attempt('127.0.0.3', mailOf(typed), 'wrong')).status)
    expect(answers.slice(0, 10)).toEqual(Array(10).fill(401))
    expect(answers.slice(10)).toEqual([429, 429])
  })
  it('of a stranger lock nobody out: not elsewhere, nor in a browser that is known', async () => {
    const mail = mailOf('gregor.ashdown')
    const { cookies } = await attempt('127.0.0.4', mail, password)
    const browser = cookies.find((line) => line.startsWith('ilmenite-browser='))!.split(';')[0]!
    for (let time = 0; time < 12; time++) await attempt('127.0.0.4', mail, 'wrong')
    expect((await attempt('127.0.0.4', mail, password)).status).toBe(429)
    expect((await attempt('127.0.0.5', mail, password)).status).toBe(200)
    expect((await attempt('127.0.0.4', mail, password, { cookie: browser })).status).toBe(200)
  })
  it('make nobody wait who is signed in', async () => {
    const call = await signIn(server.url)
    const flood = Promise.all(
      Array.from({ length: 120 }, (_, index) =>
        attempt(`127.0.1.${index + 1}`, `nobody-${index}@brackwater.example`, 'wrong'),
      ),
    )
    let ended = false
    void flood.then(() => (ended = true))
    for (let asked = 0; asked < 10; asked++) expect((await call('GET', 'session')).status).toBe(200)
    // Ten answers came while many attempts, a quarter of a second each, were under way or turned away.
    expect(ended).toBe(false)
    expect((await flood).filter(({ status }) => status === 429).length).toBeGreaterThan(0)
  })
})
