import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { configuration } from '../../demo/configuration'
import { chance } from '../../demo/random'
import { dxf } from '../../demo/dxf'
import { published } from '../configuration/published'
import { audit, jobs, laterContents, versions } from '../database/schema'
import { checkIn, contentBefore } from '../documents/acts/check-in'
import { checkOut } from '../documents/acts/check-out'
import { editRecord } from '../documents/acts/edit-record'
import { fileDocument } from '../documents/acts/file'
import { fire } from '../documents/acts/fire'
import { contentOf, documentRow, type Incoming } from '../documents/rows'
import { emptyVault } from '../documents/vault.fixture'
import { doHere } from '../files/do-here'
import { FileBreaksError } from '../files/file-tasks'
import type { Files } from '../files/files'
import { filesHere } from '../files/files-here'
import { FileStore } from '../files/store'
import type { JobContext } from '../jobs/job-kind'
import { Refusal } from '../refusal'
import { lookInto } from './check-in'
import { fileStateOf } from './pending'
import { readFilesJob } from './read-files.job'
import { upToDate } from './up-to-date'

let vault: ReturnType<typeof emptyVault>
let folder: string
let store: FileStore
beforeEach(() => {
  vault = emptyVault()
  folder = mkdtempSync(join(tmpdir(), 'ilmenite-bindings-'))
  store = new FileStore(folder)
})
afterEach(async () => {
  vault.remove()
  await store.close()
  rmSync(folder, { recursive: true })
})

const author = () => vault.who('Jonas Eckhart')
const row = () => documentRow(vault.db, 'BR-1')
const chosen = () => ({ number: 'BR-1', change: row().change })
const attributes = () => published(vault.db).configuration.attributes
const drawing = (title: string, more: (text: string) => string = (text) => text) =>
  more(dxf({ number: 'BR-1', title, revision: 'A', date: '', author: '', history: [] }, chance(1)))

async function incoming(text: string, fileName = 'BR-1.dxf') {
  const stored = await store.put(
    (async function* () {
      yield Buffer.from(text)
    })(),
  )
  return { ...stored, fileName }
}
async function file(text: string, fileName?: string, title: string | null = null) {
  const content = await incoming(text, fileName)
  const looked = await lookInto({ store, files: filesHere }, attributes(), content)
  const record = { material: 'S355', mass: 4 }
  const asked = { number: 'BR-1', title, folder: '/Grips', classId: 'drawing', record, looked }
  return fileDocument(vault.db, author(), asked, content, null).findings ?? []
}
async function comesIn(text: string) {
  const content = await incoming(text)
  const before = contentBefore(vault.db, author(), chosen())
  const looked = await lookInto({ store, files: filesHere }, attributes(), content, before)
  return checkIn(vault.db, author(), chosen(), content, null, looked)
}
const sendToCheck = () => fire(vault.db, author(), chosen(), 'send-to-check', undefined)
const write = () => upToDate({ db: vault.db, store, files: filesHere, isWorking: () => false }, row().id)
const text = () => readFileSync(store.path(contentOf(vault.db, row().id, row().version).sha256), 'latin1')
const inFile = async (place: string) => {
  const { sha256, fileName } = contentOf(vault.db, row().id, row().version)
  return (await filesHere.read(store.path(sha256), fileName)).places.find((one) => one.place === place)?.value
}

describe('a file that comes in', () => {
  it('fills the record, where nothing was given by hand', async () => {
    await file(drawing('Grip jaw'))
    expect(row()).toMatchObject({ title: 'Grip jaw', record: { title: 'Grip jaw' } })
  })
  it('leaves what was given by hand', async () => {
    await file(drawing('Grip jaw'), undefined, 'Grip jaw, left')
    expect(row().title).toBe('Grip jaw, left')
  })
  it('says by check-in what changed in it', async () => {
    await file(drawing('Grip jaw'))
    checkOut(vault.db, author(), chosen())
    expect(await comesIn(drawing('Grip jaw, forged'))).toEqual([])
    expect(row().record.title).toBe('Grip jaw, forged')
  })
  it('wins where the record was changed as well, and both are told', async () => {
    await file(drawing('Grip jaw'))
    checkOut(vault.db, author(), chosen())
    editRecord(vault.db, author(), chosen(), { title: 'Jaw' })
    const [conflict] = await comesIn(drawing('Grip jaw, forged'))
    expect(conflict).toMatchObject({ kind: 'conflict', place: 'field:TITLE' })
    expect(conflict!.message).toMatch(/“Grip jaw, forged” and the record “Jaw”.*the file’s was taken/)
    expect(row().record.title).toBe('Grip jaw, forged')
    expect(fileStateOf(vault.db, row().id).findings).toEqual([conflict])
  })
  it('names the spelling that it has of a place', async () => {
    const [finding] = await file(
      drawing('Grip jaw', (all) =>
        all
          .replaceAll('\nTITLE\n2', '\nTITLE\n2')
          .replace(/\n1\nGrip jaw\n2\nTITLE\n/, '\n1\nGrip jaw\n2\nTitle\n'),
      ),
    )
    expect(finding).toMatchObject({ kind: 'misspelt', attribute: 'title', has: 'field:Title' })
  })
  it('comes in as it is where it cannot be read', async () => {
    expect(await file('no drawing at all')).toEqual([])
    expect(row().version).toBe(1)
  })
})

describe('what the vault changes', () => {
  beforeEach(() => file(drawing('Grip jaw')))
  it('is written into the file, as a later content of the version that it is', async () => {
    await write()
    sendToCheck()
    expect(fileStateOf(vault.db, row().id).pending).toBe(true)
    expect(await inFile('field:STATUS')).not.toBe('Checking')
    await write()
    expect(await inFile('field:STATUS')).toBe('Checking')
    expect(fileStateOf(vault.db, row().id)).toEqual({ pending: false, findings: [] })
  })
  it('changes no content that is stored, and nothing else in the file', async () => {
    sendToCheck()
    const first = vault.db.select().from(versions).all()[0]!.sha256
    const before = readFileSync(store.path(first), 'latin1')
    await write()
    expect(readFileSync(store.path(first), 'latin1')).toBe(before)
    const [old, now] = [before, text()].map((one) => one.split('\n'))
    const differ = now!.flatMap((line, index) => (line === old![index] ? [] : [line]))
    expect(now).toHaveLength(old!.length)
    expect(differ).toEqual(['Checking'])
  })
  it('is written once, and stands in the trail', async () => {
    sendToCheck()
    await write()
    await write()
    expect(vault.db.select().from(laterContents).all()).toHaveLength(1)
    const told = vault.db.select().from(audit).where(eq(audit.code, 'write-file')).all()
    expect(told).toMatchObject([{ subjectName: 'BR-1', personId: null }])
  })
  it('is queued once, however much waits', async () => {
    sendToCheck()
    expect(vault.db.select().from(jobs).where(eq(jobs.kind, 'write-files')).all()).toHaveLength(1)
  })
  it('is what a document says now, not what it said when the writing began', async () => {
    editRecord(vault.db, author(), chosen(), { title: 'Jaw' })
    const files = {
      ...filesHere,
      write: async (...asked: Parameters<typeof filesHere.write>) => {
        const made = await filesHere.write(...asked)
        if (row().state === 'drafting') sendToCheck()
        return made
      },
    }
    await upToDate({ db: vault.db, store, files, isWorking: () => false }, row().id)
    expect(vault.db.select().from(laterContents).all()).toHaveLength(1)
    expect(await inFile('field:STATUS')).toBe('Checking')
  })
})

it('a disk that is full while a file is written leaves nothing half-done, and it is written once there is room', async () => {
  await file(drawing('Grip jaw'))
  sendToCheck()
  const before = contentOf(vault.db, row().id, 1).sha256
  const full = async (_path: string, _name: string, _changes: unknown, out: string): Promise<never> => {
    writeFileSync(out, 'half of it')
    throw Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' })
  }
  const writing = { db: vault.db, store, files: { ...filesHere, write: full }, isWorking: () => false }
  await expect(upToDate(writing, row().id)).rejects.toThrow('ENOSPC')
  expect(contentOf(vault.db, row().id, 1).sha256).toBe(before)
  expect(fileStateOf(vault.db, row().id).pending).toBe(true)
  expect(readdirSync(join(folder, 'incoming'))).toEqual([])
  await write()
  expect(await inFile('field:STATUS')).toBe('Checking')
})

it('what a file cannot hold is told, and the rest is written', async () => {
  await file(drawing('Grip jaw', (all) => all.replaceAll('\n2\nSTATUS\n', '\n2\nOTHER\n')))
  editRecord(vault.db, author(), chosen(), { title: 'Jaw' })
  sendToCheck()
  await write()
  expect(await inFile('field:TITLE')).toBe('Jaw')
  expect(fileStateOf(vault.db, row().id)).toMatchObject({
    pending: false,
    findings: [{ kind: 'not-held', attribute: 'stamp', place: 'field:STATUS' }],
  })
})

it('the demo binds what its drawings have', () =>
  expect(configuration.attributes.filter(({ bindings }) => bindings?.length).map(({ id }) => id)).toEqual(
    expect.arrayContaining(['title', 'stamp', 'revision']),
  ))

describe('a file that cannot be read in time', () => {
  /** Files that are never read while others have theirs read. */
  const busy: Files = { ...filesHere, read: () => new Promise(() => {}) }
  const crowded: Files = {
    ...filesHere,
    read: () => Promise.reject(new Refusal('too-many', 'much of what you asked for waits already')),
  }
  const readLater = () => {
    const { db } = vault
    const job = { personId: '', input: null }
    return readFilesJob.run({
      ...{ db, store, job, actor: { id: null, name: 'System' }, doFile: doHere },
      ...{ progress: () => true, portion: (body: (tx: typeof db) => unknown) => body(db) },
    } as unknown as JobContext)
  }
  async function comesInWhile(files: Files, text: string, before?: Incoming) {
    const content = await incoming(text)
    return { content, looked: await lookInto({ store, files }, attributes(), content, before, 20) }
  }
  const findings = () => fileStateOf(vault.db, row().id).findings.map(({ kind }) => kind)

  it.each([
    ['everybody is busy', busy],
    ['much of the same person waits', crowded],
  ])('comes in all the same where %s, says so, and is read by a job', async (_, files) => {
    const { content, looked } = await comesInWhile(files, drawing('Grip jaw'))
    const asked = { number: 'BR-1', title: null, folder: '/Grips', classId: 'drawing', looked }
    const { findings: told } = fileDocument(vault.db, author(), asked, content, null)
    expect(told).toMatchObject([{ kind: 'unread', message: expect.stringContaining('in a moment') }])
    expect([row().title, findings()]).toEqual([null, ['unread']])
    expect(
      vault.db
        .select()
        .from(jobs)
        .all()
        .map(({ kind }) => kind),
    ).toContain('read-files')
    expect(await readLater()).toEqual({ done: '1 files read' })
    expect([row().title, row().record.title, findings()]).toEqual(['Grip jaw', 'Grip jaw', []])
    expect(await readLater()).toEqual({ done: '0 files read' })
  })
  it('says by check-in what changed in it, once it has been read', async () => {
    await file(drawing('Grip jaw'))
    checkOut(vault.db, author(), chosen())
    const before = contentBefore(vault.db, author(), chosen())
    const { content, looked } = await comesInWhile(busy, drawing('Grip jaw, forged'), before)
    checkIn(vault.db, author(), chosen(), content, null, looked)
    expect(row().record.title).toBe('Grip jaw')
    await readLater()
    expect([row().record.title, findings()]).toEqual(['Grip jaw, forged', []])
  })
  it('counts no more once another one has come in', async () => {
    const { content, looked } = await comesInWhile(busy, drawing('Grip jaw'))
    const asked = { number: 'BR-1', title: null, folder: '/Grips', classId: 'drawing', looked }
    fileDocument(vault.db, author(), asked, content, null)
    checkOut(vault.db, author(), chosen())
    await comesIn(drawing('Grip jaw, forged'))
    await readLater()
    expect(row().record.title).toBe('Grip jaw, forged')
  })
  it('is a finding where it breaks its reader for good', async () => {
    const broken: Files = {
      ...filesHere,
      read: () =>
        Promise.reject(new FileBreaksError({ code: 'too-much', message: 'reading it took too much' })),
    }
    const { content, looked } = await comesInWhile(broken, drawing('Grip jaw'))
    const asked = { number: 'BR-1', title: null, folder: '/Grips', classId: 'drawing', looked }
    const { findings: told } = fileDocument(vault.db, author(), asked, content, null)
    expect(told).toMatchObject([{ kind: 'unreadable', message: 'reading it took too much' }])
  })
})
