import { afterAll, beforeAll, expect } from 'vitest'
import { readFile, sourceOf } from '../../core/formats'
import { chance } from '../../demo/random'
import { dxf } from '../../demo/dxf'
import { demoData, eventually, signIn, startServer } from './server.mjs'

type Call = Awaited<ReturnType<typeof signIn>>
const names = {
  mara: 'mara.feldhaus',
  jonas: 'jonas.eckhart',
  emil: 'emil.achterberg',
  gregor: 'gregor.ashdown',
} as const
type Name = keyof typeof names

export interface Line {
  number: string
  outcome: string
  message: string | null
}

/** The text of a drawing of the demo world. */
export const drawing = (number: string, title: string) =>
  dxf({ number, title, revision: 'A', date: '', author: '', history: [] }, chance(7))

/** The labels in the blocks of revisions that stand on the sheet of a DXF drawing, as texts on our layers. */
export function labelsOnSheet(content: Buffer): Record<'carried' | 'live', string[]> {
  const lines = content.toString('latin1').split(/\r?\n/)
  const found: Record<string, string[]> = { 'ILMENITE-CARRIED-OVER': [], 'ILMENITE-LIVE': [] }
  let layer = ''
  for (let at = 0; at + 1 < lines.length; at += 2) {
    const [code, value] = [lines[at]!.trim(), lines[at + 1]!]
    if (code === '8') layer = value
    if (code === '1' && /^(?!BY$)[A-Z]{1,2}$/.test(value)) found[layer]?.push(value)
  }
  return { carried: found['ILMENITE-CARRIED-OVER']!, live: found['ILMENITE-LIVE']! }
}

/** A server on the demo data, and what one does with files in it. */
export function useFiles() {
  let server: Awaited<ReturnType<typeof startServer>>
  let data = ''
  const calls = {} as Record<Name, Call>
  beforeAll(async () => {
    data = demoData()
    server = await startServer(data)
    for (const [name, mail] of Object.entries(names))
      calls[name as Name] = await signIn(server.url, `${mail}@brackwater.example`)
  })
  afterAll(() => server?.stop())
  const as =
    (name: Name): Call =>
    (...asked) =>
      calls[name](...asked)
  const [mara, jonas, emil, gregor] = [as('mara'), as('jonas'), as('emil'), as('gregor')]

  const place = () => ({ url: server.url, data })
  return { mara, jonas, emil, gregor, place, ...whatOneDoes(mara, jonas) }
}

/** Looking at documents as the administrator, changing them as their author. */
const whatOneDoes = (mara: Call, jonas: Call) => {
  const look = looking(mara)
  return { ...look, ...changing(jonas, look.changeOf), work: (asked: object) => working(mara, asked) }
}

function looking(mara: Call) {
  const documentOf = async (number: string) => (await mara('GET', `documents/${number}`)).body
  const changeOf = async (number: string): Promise<number> => (await documentOf(number)).document.change
  /** The bytes of the newest version, as they are downloaded. */
  async function download(number: string, how?: 'came-in'): Promise<Buffer> {
    const { version } = (await documentOf(number)).document
    const address = `documents/${number}/versions/${version}${how ? `?as=${how}` : ''}`
    const { bytes, status } = await mara('GET', address)
    expect(status).toBe(200)
    return bytes
  }
  async function inFile(number: string, place: string) {
    const { places } = await readFile(sourceOf(await download(number)), 'a')
    return places.find((one) => one.place === place)?.value
  }
  return { documentOf, changeOf, download, inFile }
}

function changing(jonas: Call, changeOf: (number: string) => Promise<number>) {
  const edit = async (number: string, values: object, call = jonas) =>
    call('PUT', `documents/${number}/record`, { change: await changeOf(number), values })
  /** Files a document with a content, and gives it what Send to check asks for. */
  async function filed(number: string, fileName: string, content: string | Buffer) {
    const asked = { number, folder: '/Grips', classId: 'drawing', fileName }
    const answer = await jonas('POST', `documents?${new URLSearchParams(asked)}`, Buffer.from(content))
    expect(answer.status, JSON.stringify(answer.body)).toBe(200)
    await edit(number, { material: 'S355', mass: '4' })
    return answer.body
  }
  async function fire(call: Call, number: string, transition: string, comment?: string) {
    const asked = { change: await changeOf(number), transition, comment }
    const answer = await call('POST', `documents/${number}/fire`, asked)
    expect(answer.status, JSON.stringify(answer.body)).toBe(200)
  }
  const checkOut = async (number: string) =>
    jonas('POST', `documents/${number}/check-out`, { change: await changeOf(number) })
  const checkIn = async (number: string, content: string) =>
    jonas(
      'PUT',
      `documents/${number}/check-in?change=${await changeOf(number)}&fileName=a.dxf`,
      Buffer.from(content),
    )
  return { edit, filed, fire, checkOut, checkIn }
}

/** Queues work on files, and waits for what comes of it. */
async function working(mara: Call, asked: object): Promise<{ lines: Line[]; message: string }> {
  const { body, status } = await mara('POST', 'jobs/files', asked)
  expect(status, JSON.stringify(body)).toBe(200)
  const ended = await eventually(async () => {
    const { body: jobs } = await mara('GET', 'jobs?status=ended')
    return jobs.find(({ id }: { id: string }) => id === body.id)
  }, 'the job')
  return { lines: (await mara('GET', `jobs/${body.id}/lines`)).body, message: ended.message }
}
