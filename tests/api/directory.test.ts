import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { caller, demoData, eventually, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>>
let data: string
let mara: Awaited<ReturnType<typeof signIn>>
let jonas: typeof mara

beforeAll(async () => {
  data = demoData()
  server = await startServer(data)
  mara = await signIn(server.url)
  jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
})
afterAll(() => server?.stop())

const directory = async () => (await mara('GET', 'directory')).body
const make = async (change: object, more: object = {}) =>
  mara('POST', 'directory/changes', { version: (await directory()).version, change, ...more })
const personOf = async (name: string) =>
  (await directory()).people.find((person: { name: string }) => person.name === name)
const latest = async () => (await directory()).changes[0]

describe('a change of the directory', () => {
  it('holds at once, stands in the trail, and is taken back', async () => {
    expect((await jonas('GET', 'documents/BR-2001')).status).toBe(200)
    const jonasId = (await personOf('Jonas Eckhart')).id
    const change = {
      kind: 'set-withholding',
      folder: '/Grips',
      principal: `person:${jonasId}`,
      rights: ['see'],
    }
    const looked = (await mara('POST', 'directory/preview', { change })).body
    expect(looked.words).toBe('/Grips withholds from Jonas Eckhart see, was nothing')
    expect(looked.consequences.people).toBe(1)
    expect((await make(change)).status).toBe(200)
    expect((await jonas('GET', 'documents/BR-2001')).status).toBe(404)
    expect((await jonas('GET', 'documents?folder=/Grips')).body.total).toBe(0)
    const [entry] = (await mara('GET', 'audit?limit=1')).body
    expect([entry.code, entry.subjectId]).toEqual(['change-directory', '/Grips'])
    const { id } = await latest()
    const back = { version: (await directory()).version }
    expect((await mara('POST', `directory/changes/${id}/take-back`, back)).status).toBe(200)
    expect((await jonas('GET', 'documents/BR-2001')).status).toBe(200)
    const again = await mara('POST', `directory/changes/${id}/take-back`, {
      version: (await directory()).version,
    })
    expect([again.status, again.body.message]).toEqual([409, expect.stringMatching(/taken back already/)])
  })
  it('that was looked at in another state is refused', async () => {
    const change = { kind: 'start-afresh', folder: '/Notes', afresh: true }
    const { version } = await directory()
    await make({ kind: 'add-group', name: 'Passing By' })
    const late = await mara('POST', 'directory/changes', { version, change })
    expect([late.status, late.body.message]).toEqual([
      409,
      expect.stringMatching(/changed by somebody else meanwhile/),
    ])
  })
  it('of which two come at once is made once', async () => {
    const { version } = await directory()
    const change = (name: string) => ({ version, change: { kind: 'add-group', name } })
    const both = await Promise.all(
      ['One', 'Two'].map((name) => mara('POST', 'directory/changes', change(name))),
    )
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
  })
  it('that would leave a role without anybody says so, and waits for a word', async () => {
    const change = { kind: 'set-role', folder: '/Grips', role: 'checker', players: [] }
    const refused = await make(change)
    expect(refused.status).toBe(409)
    expect(refused.body.data.reasons.map(({ code }: { code: string }) => code)).toContain('role-unassigned')
    expect((await make(change, { accept: true })).status).toBe(200)
    const { id } = await latest()
    await mara('POST', `directory/changes/${id}/take-back`, {
      version: (await directory()).version,
      accept: true,
    })
  })
  it('gives a folder another path, and all that stands in it and below goes with it', async () => {
    const below = { kind: 'add-folder', path: '/Drives/Motors' }
    const filed = { number: 'BR-4900', folder: '/Drives/Motors', classId: 'part', fileName: 'BR-4900.dxf' }
    expect((await make(below)).status).toBe(200)
    const content = new TextEncoder().encode('a motor')
    expect((await mara('POST', `documents?${new URLSearchParams(filed)}`, content)).status).toBe(200)
    const count = async (folder: string) => {
      const { status, body } = await mara('GET', `documents?${new URLSearchParams({ folder })}`)
      return status === 200 ? body.total : status
    }
    const [drives, emil] = [
      await count('/Drives'),
      await signIn(server.url, 'emil.achterberg@brackwater.example'),
    ]
    const seen = (await emil('GET', 'documents?limit=1')).body.total
    const change = { kind: 'move-folder', path: '/Drives', to: '/Propulsion' }
    const looked = (await mara('POST', 'directory/preview', { change })).body
    expect([looked.words, looked.consequences.people]).toEqual(['Rename the folder /Drives to Propulsion', 0])
    expect((await make(change)).status).toBe(200)
    expect([await count('/Drives'), await count('/Propulsion')]).toEqual([0, drives])
    expect((await mara('GET', 'documents/BR-4900')).body.document.folder).toBe('/Propulsion/Motors')
    expect((await emil('GET', 'documents?limit=1')).body.total).toBe(seen)
    // A folder that is made under the old path is another one.
    const again = { kind: 'add-folder', path: '/Drives' }
    expect((await make(again)).status).toBe(200)
    expect(await count('/Drives')).toBe(0)
    const { changes } = await directory()
    const takeBack = async (id: number) =>
      mara('POST', `directory/changes/${id}/take-back`, { version: (await directory()).version })
    const early = await takeBack(changes[1].id)
    expect([early.status, early.body.message]).toEqual([
      400,
      expect.stringMatching(/another folder \/Drives/),
    ])
    expect((await takeBack(changes[0].id)).status).toBe(200)
    expect((await takeBack(changes[1].id)).status).toBe(200)
    expect((await mara('GET', 'documents/BR-4900')).body.document.folder).toBe('/Drives/Motors')
  })
  it('never locks everybody out, and takes no group that is named and no folder with documents', async () => {
    const [maraId, ilyaId] = [(await personOf('Mara Feldhaus')).id, (await personOf('Ilya Brandt')).id]
    expect(
      (await make({ kind: 'change-person', person: ilyaId, administrator: false }, { accept: true })).status,
    ).toBe(200)
    const out = await make({ kind: 'change-person', person: maraId, active: false }, { accept: true })
    expect([out.status, out.body.message]).toEqual([400, expect.stringMatching(/nobody would be left/)])
    await make({ kind: 'change-person', person: ilyaId, administrator: true })
    const group = await make({ kind: 'remove-group', group: 'vault-administration' }, { accept: true })
    expect([group.status, group.body.message]).toEqual([409, expect.stringMatching(/still speaks of it/)])
    const folder = await make({ kind: 'remove-folder', path: '/Line/Carried over/Sealed' }, { accept: true })
    expect([folder.status, folder.body.message]).toEqual([409, expect.stringMatching(/stands? in/)])
  })
})

/** The first letter that has come for an address. */
const letterTo = (address: string) =>
  eventually(() => {
    const letters = join(data, 'mail')
    return existsSync(letters) ? readdirSync(letters).find((name) => name.includes(address)) : undefined
  })

describe('somebody new', () => {
  it('comes in by a link that is good once, and is shut out when they leave', async () => {
    const mail = 'ada.lund@brackwater.example'
    const added = await make({
      ...{ kind: 'add-person', name: 'Ada Lund', mail, initials: 'AL' },
      ...{ groups: ['grips-carriers'], administrator: false },
    })
    expect(added.status).toBe(200)
    await expect(signIn(server.url, mail, '')).rejects.toThrow(/refused/)
    const { id } = await personOf('Ada Lund')
    const { link } = (await mara('POST', `people/${id}/link`)).body
    const letters = join(data, 'mail')
    const letter = await letterTo(mail)
    expect(readFileSync(join(letters, letter), 'utf8').replace(/=\r?\n/g, '')).toContain('link=')
    const token = new URL(link).searchParams.get('link')
    const choose = (password: string) => caller(server.url)('POST', 'session/link', { token, password })
    expect((await choose('short')).status).toBe(400)
    expect((await choose('long enough for me')).status).toBe(200)
    expect((await choose('another one for me')).status).toBe(403)
    const ada = await signIn(server.url, mail, 'long enough for me')
    const { change } = (await ada('GET', 'documents/BR-2001')).body.document
    expect((await ada('POST', 'documents/BR-2001/check-out', { change })).status).toBeGreaterThanOrEqual(200)
    expect((await make({ kind: 'change-person', person: id, active: false })).status).toBe(200)
    expect((await ada('GET', 'session')).status).toBe(401)
    await expect(signIn(server.url, mail, 'long enough for me')).rejects.toThrow(/refused/)
  })
  it('who forgot the password hears of it by mail; nobody learns whether there is such a person', async () => {
    const forget = async (mail: string) => {
      const headers = { 'x-forwarded-host': 'elsewhere.example' }
      const { status, text } = await caller(server.url)('POST', 'session/forgotten', { mail }, headers)
      return [status, text]
    }
    expect(await forget('signe.aldous@brackwater.example')).toEqual(await forget('nobody@brackwater.example'))
    const letters = join(data, 'mail')
    const letter = await letterTo('signe.aldous')
    const text = readFileSync(join(letters, letter), 'utf8').replace(/=\r?\n/g, '')
    expect(text).toContain('sign-in?link')
    expect(text).not.toContain('elsewhere.example')
    expect(readdirSync(letters).filter((name) => name.includes('nobody'))).toEqual([])
  })
  it('of whom there are many comes from a list, after a dry run', async () => {
    const list = [
      'name,mail,groups',
      'Kim Aaberg,kim.aaberg@brackwater.example,Checking',
      'Jonas Eckhart,jonas.eckhart@brackwater.example,Grips & Carriers',
      'Nobody,nowhere,',
    ].join('\n')
    const read = await mara(
      'POST',
      'directory/people-list?fileName=staff.csv',
      new TextEncoder().encode(list),
    )
    expect(read.body.lines.map(({ status }: { status: string }) => status)).toEqual(['new', 'same', 'wrong'])
    const before = (await directory()).people.length
    const { people } = read.body
    expect((await make({ kind: 'import-people', source: 'staff.csv', people })).status).toBe(200)
    expect((await directory()).people).toHaveLength(before + 1)
  })
})

describe('a token', () => {
  const bearer = (secret: string) => caller(server.url, { authorization: `Bearer ${secret}` })
  const until = new Date(Date.now() + 5 * 86_400_000).toISOString().slice(0, 10)

  it('reads what its person may read, does what it was made for, and ends when it is revoked', async () => {
    const reading = (await jonas('POST', 'session/tokens', { name: 'export', until, acts: [] })).body
    const call = bearer(reading.secret)
    expect((await call('GET', 'documents?limit=1')).body.total).toBe(
      (await jonas('GET', 'documents?limit=1')).body.total,
    )
    const { number, change } = (await call('GET', 'documents/BR-2001')).body.document
    const act = { change, values: { title: 'By a script' } }
    expect((await call('PUT', `documents/${number}/record`, act)).status).toBe(403)
    for (const [method, path] of [
      ['GET', 'session/tokens'],
      ['POST', 'session/tokens'],
      ['PUT', 'session/password'],
      ['POST', 'documents'],
      ['GET', 'directory'],
    ] as const)
      expect([path, (await call(method, path, method === 'GET' ? undefined : {})).status]).toEqual([
        path,
        403,
      ])
    const editing = (await jonas('POST', 'session/tokens', { name: 'fill', until, acts: ['edit'] })).body
    expect((await bearer(editing.secret)('PUT', `documents/${number}/record`, act)).status).not.toBe(401)
    expect((await bearer(editing.secret)('POST', `documents/${number}/check-out`, { change })).status).toBe(
      403,
    )
    const listed = (await jonas('GET', 'session/tokens')).body
    expect(JSON.stringify(listed)).not.toContain(reading.secret)
    expect((await mara('DELETE', `session/tokens/${reading.id}`)).status).toBe(404)
    expect((await jonas('DELETE', `session/tokens/${reading.id}`)).status).toBe(200)
    expect((await call('GET', 'documents?limit=1')).status).toBe(401)
  })
  it.each(['2000-01-01', '2999-01-01', '2027-02-31x'])('until %s is refused', async (day) => {
    expect((await jonas('POST', 'session/tokens', { name: 'x', until: day, acts: [] })).status).toBe(400)
  })
})

describe('looking as somebody else', () => {
  it('shows what they see, changes nothing, is written down, and ends', async () => {
    const eyes = await signIn(server.url)
    const carla = await signIn(server.url, 'carla.winslow@brackwater.example')
    const { id } = await personOf('Carla Winslow')
    expect((await eyes('PUT', 'session/look-as', { person: id })).status).toBe(200)
    const seen = (await eyes('GET', 'documents?limit=500')).body
    expect(seen).toEqual((await carla('GET', 'documents?limit=500')).body)
    expect((await eyes('GET', 'session')).body).toMatchObject({
      name: 'Carla Winslow',
      lookedAtBy: { name: 'Mara Feldhaus' },
    })
    expect((await eyes('GET', 'directory')).status).toBe(403)
    const refused = await eyes('POST', 'documents/BR-5010/check-out', { change: 0 })
    expect([refused.status, refused.body.message]).toEqual([
      403,
      expect.stringMatching(/change nothing meanwhile/),
    ])
    expect((await mara('GET', 'audit?limit=1')).body[0]).toMatchObject({
      code: 'look-as',
      subjectName: 'Carla Winslow',
    })
    expect((await eyes('DELETE', 'session/look-as')).status).toBe(200)
    expect((await eyes('GET', 'directory')).status).toBe(200)
    expect((await carla('PUT', 'session/look-as', { person: '1' })).status).toBe(403)
  })
})

describe('handing on', () => {
  it('is for the owner, to somebody active; what is left of somebody goes to somebody else', async () => {
    const signe = (await personOf('Signe Aldous')).id
    const query = new URLSearchParams({
      number: 'BR-H1',
      folder: '/Grips',
      classId: 'part',
      fileName: 'h.dxf',
    })
    await jonas('POST', `documents?${query}`, new TextEncoder().encode('h'))
    const page = async () => (await mara('GET', 'documents/BR-H1')).body.document
    const other = await signIn(server.url, 'tomas.vrbata@brackwater.example')
    const refused = await other('POST', 'documents/BR-H1/hand-on', {
      change: (await page()).change,
      to: signe,
    })
    expect([refused.status, refused.body.data.reasons[0].rule]).toEqual([409, 'owner'])
    expect(
      (await jonas('POST', 'documents/BR-H1/hand-on', { change: (await page()).change, to: signe })).status,
    ).toBe(200)
    expect(await page()).toMatchObject({ ownerName: 'Signe Aldous', creatorName: 'Jonas Eckhart' })
    const tomas = (await personOf('Tomas Vrbata')).id
    const over = await mara('POST', `people/${signe}/hand-over`, { to: tomas, comment: 'She leaves' })
    expect(over.body.handedOn).toBeGreaterThan(0)
    expect((await page()).ownerName).toBe('Tomas Vrbata')
  })
})

describe('a question about rights', () => {
  it('is answered with the chain of rules, and with everybody who can', async () => {
    const { id } = await personOf('Jonas Eckhart')
    const why = (await mara('GET', `access/explain?person=${id}&right=adopt&number=BR-2001`)).body
    expect([why.allowed, why.because.at(-1).speaks]).toEqual([false, 'against'])
    const what = (await mara('GET', `access/what?person=${id}&number=BR-2001`)).body
    const rightsOf = (yes: boolean) =>
      what.rights.flatMap((line: { right: string; allowed: boolean }) =>
        line.allowed === yes ? line.right : [],
      )
    expect(rightsOf(true)).toContain('see')
    expect(rightsOf(false)).toContain('adopt')
    const who = (await mara('GET', 'access/who?right=see&number=BR-2001')).body
    expect(who.people.map(({ name }: { name: string }) => name)).toContain('Jonas Eckhart')
    expect((await jonas('GET', `access/explain?person=${id}&number=BR-2001`)).status).toBe(403)
    expect((await mara('GET', 'access/who?right=see')).status).toBe(400)
  })
})
