import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { issueByRound } from '../support/rounds'
import { demoData, eventually, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>>
let data: string
type Call = Awaited<ReturnType<typeof signIn>>
const people: Record<string, Call> = {}

beforeAll(async () => {
  data = demoData()
  server = await startServer(data)
  for (const name of [
    'mara.feldhaus',
    'jonas.eckhart',
    'emil.achterberg',
    'leonie.papadaki',
    'ines.halloran',
  ])
    people[name.split('.')[0]!] = await signIn(server.url, `${name}@brackwater.example`)
  const notices = [
    {
      to: ['creator', 'owner'],
      subject: '{{ number }} is {{ to.name }}',
      body: 'By {{ person.name }}: {{ comment }}',
    },
  ]
  await publish([{ ...issueByRound, patch: { ...issueByRound.patch, notices } }])
})
afterAll(() => server?.stop())

async function publish(edits: object[]): Promise<void> {
  const draft = async () => (await people.mara!('GET', 'configuration')).body.draft
  for (const edit of edits) {
    const { status, body } = await people.mara!('POST', 'draft/edits', {
      change: (await draft()).change,
      edit,
    })
    expect([status, body.message]).toEqual([200, undefined])
  }
  const answer = await people.mara!('POST', 'draft/publish', {
    change: (await draft()).change,
    comment: 'rounds',
  })
  expect([answer.status, answer.body.message]).toEqual([200, undefined])
}

let filed = 0
/** A new document of Jonas’s that waits in Checking. */
async function waiting(): Promise<string> {
  const number = `BR-R${++filed}`
  const query = new URLSearchParams({
    number,
    title: 'Lever',
    folder: '/Grips',
    classId: 'part',
    fileName: `${number}.dxf`,
  })
  expect((await people.jonas!('POST', `documents?${query}`, new TextEncoder().encode(number))).status).toBe(
    200,
  )
  await people.jonas!('PUT', `documents/${number}/record`, {
    change: await changeOf(number),
    values: { material: 'S355', mass: '2' },
  })
  const { status, body } = await act('jonas', number, 'fire', { transition: 'send-to-check' })
  expect([status, body.message]).toEqual([200, undefined])
  return number
}
const page = async (number: string, who = 'mara') => (await people[who]!('GET', `documents/${number}`)).body
const changeOf = async (number: string) => (await page(number)).document.change
const act = async (who: string, number: string, path: string, body: object = {}) =>
  people[who]!('POST', `documents/${number}/${path}`, { change: await changeOf(number), ...body })
const sign = (who: string, number: string, more: object = {}) =>
  act(who, number, 'fire', { transition: 'issue', ...more })
const roundOf = async (number: string, who = 'mara') =>
  (await people[who]!('GET', `documents/${number}/acts`)).body.find(
    ({ transition }: { transition: { id: string } }) => transition.id === 'issue',
  ).round
const rules = (body: { data: { reasons: { rule: string }[] } }) => body.data.reasons.map(({ rule }) => rule)

describe('a round of signatures', () => {
  it('tells how far it is, and does everything with the last one', async () => {
    const number = await waiting()
    for (const [who, count] of [
      ['emil', 1],
      ['ines', 2],
    ] as const) {
      expect((await sign(who, number)).status).toBe(200)
      expect((await page(number)).document.state).toBe('checking')
      expect((await roundOf(number)).signed).toBe(count)
    }
    expect((await sign('leonie', number, { comment: 'all well' })).status).toBe(200)
    const { document } = await page(number)
    expect([document.state, document.record.issued_by]).toEqual(['issued', 'Leonie Papadaki'])
    const trail = (await people.mara!('GET', `audit?kind=document&subject=${document.id}&limit=4`)).body
    expect(
      trail.map(({ code, personName }: { code: string; personName: string }) => [code, personName]),
    ).toEqual([
      ['fire', 'Leonie Papadaki'],
      ['sign', 'Ines Halloran'],
      ['sign', 'Emil Achterberg'],
      ['fire', 'Jonas Eckhart'],
    ])
    const letters = join(data, 'mail')
    const letter = await eventually(() => readdirSync(letters).find((name) => name.includes('jonas.eckhart')))
    const text = readFileSync(join(letters, letter), 'utf8').replace(/=\r?\n/g, '')
    expect(text).toMatch(/Leonie Papadaki: all well/)
    expect(text).toContain(`/vault/${number}`)
  })
  it('refuses who signed, who may not, and a seat of others', async () => {
    const number = await waiting()
    await sign('emil', number)
    const again = await sign('emil', number)
    expect([again.status, rules(again.body)]).toEqual([409, ['signed-already']])
    expect(rules((await sign('jonas', number)).body)).toContain('fired-by')
    expect(rules((await sign('leonie', number, { seat: 'lead' })).body)).toEqual(['seat'])
    expect((await sign('leonie', number)).status).toBe(200)
  })
  it('is shorter by a signature that is withdrawn, and ends with the document’s return', async () => {
    const number = await waiting()
    await sign('emil', number)
    await sign('leonie', number)
    expect((await act('emil', number, 'withdraw', { transition: 'issue' })).status).toBe(200)
    expect((await roundOf(number)).signed).toBe(1)
    expect(rules((await act('emil', number, 'withdraw', { transition: 'issue' })).body)).toEqual([
      'not-signed',
    ])
    expect((await act('emil', number, 'fire', { transition: 'return', comment: 'not yet' })).status).toBe(200)
    await act('jonas', number, 'fire', { transition: 'send-to-check' })
    expect((await roundOf(number)).signed).toBe(0)
  })
  it('takes of two that come at the same instant both, each once', async () => {
    const number = await waiting()
    const change = await changeOf(number)
    const both = await Promise.all(
      ['emil', 'leonie'].map((who) =>
        people[who]!('POST', `documents/${number}/fire`, { change, transition: 'issue' }),
      ),
    )
    // The second one looked at the document as it was before the first: it is told so, and nothing is lost.
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    expect((await roundOf(number)).signed).toBe(1)
  })
})

describe('a transition that asks for the password again', () => {
  it('is fired with it alone', async () => {
    await publish([
      {
        ...{ kind: 'change-transition', lifecycle: 'workshop-document', transition: 'return' },
        patch: { password: true },
      },
    ])
    const number = await waiting()
    const back = (more: object) =>
      act('emil', number, 'fire', { transition: 'return', comment: 'not yet', ...more })
    for (const more of [{}, { password: 'ropeway-43' }]) {
      const { status, body } = await back(more)
      expect([status, rules(body)]).toEqual([403, ['password']])
    }
    expect((await page(number)).document.state).toBe('checking')
    expect((await back({ password: 'ropeway-42' })).status).toBe(200)
    await publish([
      {
        ...{ kind: 'change-transition', lifecycle: 'workshop-document', transition: 'return' },
        patch: { password: false },
      },
    ])
  })
})

describe('what happens by itself', () => {
  it('follows an act, stands in the trail as the system’s, and is told of beforehand', async () => {
    await publish([
      {
        ...{ kind: 'change-transition', lifecycle: 'workshop-document', transition: 'issue' },
        patch: {
          trigger: 'unattended',
          seats: null,
          guard: 'material == "Bronze"',
          effects: [],
          notices: null,
        },
      },
    ])
    const number = await waiting()
    expect((await page(number)).byItself).toEqual({ moves: [], undecided: null })
    await act('emil', number, 'fire', { transition: 'return', comment: 'bronze, please' })
    expect(
      (
        await people.jonas!('PUT', `documents/${number}/record`, {
          change: await changeOf(number),
          values: { material: 'Bronze' },
        })
      ).status,
    ).toBe(200)
    expect((await act('jonas', number, 'fire', { transition: 'send-to-check' })).status).toBe(200)
    const { document } = await page(number)
    expect(document.state).toBe('issued')
    const [entry] = (await people.mara!('GET', `audit?kind=document&subject=${document.id}&limit=1`)).body
    expect([entry.action, entry.personName, entry.personId]).toEqual(['Issue', 'System', null])
  })
})
