import Database from 'better-sqlite3'
import { join } from 'node:path'
import { expect } from 'vitest'
import { signIn } from './server.mjs'
import { issueByRound, publish } from './rounds'

type Call = Awaited<ReturnType<typeof signIn>>
export type Answer = Awaited<ReturnType<Call>>

/** People of every role in /Grips: authors, checkers, leads, and some who are two of them. */
const names = [
  ...['jonas.eckhart', 'rosalie.nkemba', 'tomas.vrbata', 'signe.aldous', 'petra.quillon'],
  ...['emil.achterberg', 'leonie.papadaki', 'viktor.engstrom', 'sana.bellweather', 'ruth.sandoval'],
  ...['gregor.ashdown', 'ines.halloran', 'pavel.thorne', 'mara.feldhaus', 'ilya.brandt'],
]

/** An issue that is signed by three, with a PDF, a copy, a letter, and a move that follows by itself. */
export async function prepare(url: string): Promise<void> {
  const mara = await signIn(url)
  const { patch } = issueByRound
  const effects = [
    ...patch.effects,
    { kind: 'render', format: 'pdf' },
    { kind: 'copy', folder: '/Line' },
    { kind: 'write', attribute: 'finish', value: 'raw' },
  ]
  const notices = [
    {
      to: ['owner', 'mail:yard@brackwater.example'],
      subject: '{{ number }} {{ revision }} is issued',
      body: '{{ signers | join: ", " }}',
    },
  ]
  const lifecycle = 'workshop-document'
  await publish(mara, [
    { ...issueByRound, patch: { ...patch, effects, notices } },
    { kind: 'add-transition', lifecycle, name: 'Supersede itself', from: 'issued', to: 'superseded' },
    {
      kind: 'change-transition',
      ...{ lifecycle, transition: 'supersede-itself' },
      patch: { trigger: 'unattended', guard: 'mass == 7', revision: 'keep', effects: [] },
    },
  ])
}

/** Files documents that wait in Checking. @returns their numbers. */
export async function fileWaiting(url: string, count: number, prefix: string): Promise<string[]> {
  const author = await signIn(url, 'jonas.eckhart@brackwater.example')
  const numbers = Array.from({ length: count }, (_, index) => `${prefix}${index + 1}`)
  for (const number of numbers) {
    const asked = { number, title: 'Lever', folder: '/Grips', classId: 'part', fileName: `${number}.txt` }
    const query = new URLSearchParams(asked)
    const filed = await author('POST', `documents?${query}`, new TextEncoder().encode(number))
    expect([filed.status, number]).toEqual([200, number])
    const { document } = (await author('GET', `documents/${number}`)).body
    const values = { material: 'S355', mass: Math.random() < 0.5 ? '7' : '2' }
    await author('PUT', `documents/${number}/record`, { change: document.change, values })
    await author('POST', `documents/${number}/fire`, {
      change: document.change + 1,
      transition: 'send-to-check',
    })
  }
  return numbers
}

export const signInAll = (url: string): Promise<Call[]> =>
  Promise.all(names.map((name) => signIn(url, `${name}@brackwater.example`)))

const pick = <T>(list: T[]): T => list[Math.floor(Math.random() * list.length)]!

/** One act of somebody on one of the documents, whichever comes to mind; what was answered. */
export async function actAtRandom(call: Call, numbers: string[]): Promise<Answer | undefined> {
  const number = pick(numbers)
  const page = await call('GET', `documents/${number}`)
  if (page.status !== 200) return undefined
  const { change } = page.body.document
  const comment = 'as it comes'
  const at = `documents/${number}`
  return pick([
    () => call('POST', `${at}/fire`, { change, transition: 'issue', comment }),
    () => call('POST', `${at}/fire`, { change, transition: 'issue', comment }),
    () => call('POST', `${at}/fire`, { change, transition: 'issue', comment }),
    () =>
      call('POST', `${at}/fire`, {
        change,
        transition: pick(['return', 'revise', 'send-to-check']),
        comment,
      }),
    () => call('POST', `${at}/withdraw`, { change, transition: 'issue' }),
    () => call('POST', `${at}/check-out`, { change }),
    () => call('POST', `${at}/undo-check-out`, { change, comment }),
    () =>
      call(
        'PUT',
        `${at}/check-in?${new URLSearchParams({ change: String(change), fileName: `${number}.txt`, comment })}`,
        new TextEncoder().encode(`${number} ${Math.random()}`),
      ),
    () => call('PUT', `${at}/record`, { change, values: { mass: pick(['2', '3', '7']) } }),
  ])()
}

interface Entry {
  code: string
  before: string | null
  after: string | null
}

/** What has to hold of documents whatever was done at once: nothing lost, nothing twice, in their own trail. */
export function requireWhole(data: string, numbers: string[]): void {
  const db = new Database(join(data, 'ilmenite.sqlite'), { readonly: true })
  try {
    for (const number of numbers) requireWholeDocument(db, number)
  } finally {
    db.close()
  }
}

function requireWholeDocument(db: Database.Database, number: string): void {
  const document = db.prepare('select * from documents where number = ?').get(number) as Record<
    string,
    unknown
  >
  const entries = db
    .prepare(
      "select code, before, after from audit where subject_kind = 'document' and subject_id = ? order by id",
    )
    .all(document.id) as Entry[]
  // Each change has its entry, and counts once.
  const counted = entries.filter(({ code }) => code !== 'render' && code !== 'task')
  expect([number, document.change]).toEqual([number, counted.length])
  const versions = db.prepare('select version, revision from versions where document = ? order by version')
  const all = versions.all(document.id) as { version: number }[]
  expect(all.map(({ version }) => version)).toEqual(all.map((_, index) => index + 1))
  expect([number, document.version]).toEqual([number, all.length])
  const labels = db.prepare('select label from register_rows where document = ?').pluck().all(document.id)
  expect([number, new Set(labels).size]).toEqual([number, labels.length])
  let state: unknown
  let signed = 0
  for (const { code, before, after } of entries) {
    const [was, is] = [before, after].map((text) =>
      text ? (JSON.parse(text) as Record<string, unknown>) : {},
    )
    // No move starts from where the one before it did not lead.
    if (code === 'fire') {
      if (state !== undefined) expect([number, was!.state]).toEqual([number, state])
      state = is!.state
    }
    // A round grows by one with each signature, and no one is counted twice.
    if (code === 'sign') {
      const now = Number(/^\d+/.exec(String(is!.signed))![0])
      expect([number, now]).toEqual([number, signed + 1])
      signed = now
    } else if (code === 'withdraw') signed--
    else if (!['check-out', 'undo-check-out', 'render', 'copy'].includes(code)) signed = 0
  }
}
