import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { beforeEach, describe, expect, it } from 'vitest'
import { configuration } from '../../demo/configuration'
import { audit, jobs, laterContents, versions } from '../database/schema'
import { checkOut } from '../documents/acts/check-out'
import { editRecord } from '../documents/acts/edit-record'
import { fire } from '../documents/acts/fire'
import { contentOf } from '../documents/rows'
import { filesHere } from '../files/files-here'
import { fileStateOf } from './pending'
import { upToDate } from './up-to-date'
import { drawing, useOneDocument } from './one-document.fixture'

const { here, author, row, chosen, file, comesIn } = useOneDocument()
const sendToCheck = () => fire(here.vault.db, author(), chosen(), 'send-to-check', undefined)
const write = () =>
  upToDate({ db: here.vault.db, store: here.store, files: filesHere, isWorking: () => false }, row().id)
const text = () =>
  readFileSync(here.store.path(contentOf(here.vault.db, row().id, row().version).sha256), 'latin1')
const inFile = async (place: string) => {
  const { sha256, fileName } = contentOf(here.vault.db, row().id, row().version)
  return (await filesHere.read(here.store.path(sha256), fileName)).places.find((one) => one.place === place)
    ?.value
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
    checkOut(here.vault.db, author(), chosen())
    expect(await comesIn(drawing('Grip jaw, forged'))).toEqual([])
    expect(row().record.title).toBe('Grip jaw, forged')
  })
  it('wins where the record was changed as well, and both are told', async () => {
    await file(drawing('Grip jaw'))
    checkOut(here.vault.db, author(), chosen())
    editRecord(here.vault.db, author(), chosen(), { title: 'Jaw' })
    const [conflict] = await comesIn(drawing('Grip jaw, forged'))
    expect(conflict).toMatchObject({ kind: 'conflict', place: 'field:TITLE' })
    expect(conflict!.message).toMatch(/“Grip jaw, forged” and the record “Jaw”.*the file’s was taken/)
    expect(row().record.title).toBe('Grip jaw, forged')
    expect(fileStateOf(here.vault.db, row().id).findings).toEqual([conflict])
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
    expect(fileStateOf(here.vault.db, row().id).pending).toBe(true)
    expect(await inFile('field:STATUS')).not.toBe('Checking')
    await write()
    expect(await inFile('field:STATUS')).toBe('Checking')
    expect(fileStateOf(here.vault.db, row().id)).toEqual({ pending: false, findings: [] })
  })
  it('changes no content that is stored, and nothing else in the file', async () => {
    sendToCheck()
    const first = here.vault.db.select().from(versions).all()[0]!.sha256
    const before = readFileSync(here.store.path(first), 'latin1')
    await write()
    expect(readFileSync(here.store.path(first), 'latin1')).toBe(before)
    const [old, now] = [before, text()].map((one) => one.split('\n'))
    const differ = now!.flatMap((line, index) => (line === old![index] ? [] : [line]))
    expect(now).toHaveLength(old!.length)
    expect(differ).toEqual(['Checking'])
  })
  it('is written once, and stands in the trail', async () => {
    sendToCheck()
    await write()
    await write()
    expect(here.vault.db.select().from(laterContents).all()).toHaveLength(1)
    const told = here.vault.db.select().from(audit).where(eq(audit.code, 'write-file')).all()
    expect(told).toMatchObject([{ subjectName: 'BR-1', personId: null }])
  })
  it('is queued once, however much waits', async () => {
    sendToCheck()
    expect(here.vault.db.select().from(jobs).where(eq(jobs.kind, 'write-files')).all()).toHaveLength(1)
  })
  it('is what a document says now, not what it said when the writing began', async () => {
    editRecord(here.vault.db, author(), chosen(), { title: 'Jaw' })
    const files = {
      ...filesHere,
      write: async (...asked: Parameters<typeof filesHere.write>) => {
        const made = await filesHere.write(...asked)
        if (row().state === 'drafting') sendToCheck()
        return made
      },
    }
    await upToDate({ db: here.vault.db, store: here.store, files, isWorking: () => false }, row().id)
    expect(here.vault.db.select().from(laterContents).all()).toHaveLength(1)
    expect(await inFile('field:STATUS')).toBe('Checking')
  })
})

it('a disk that is full while a file is written leaves nothing half-done, and it is written once there is room', async () => {
  await file(drawing('Grip jaw'))
  sendToCheck()
  const before = contentOf(here.vault.db, row().id, 1).sha256
  const full = async (_path: string, _name: string, _changes: unknown, out: string): Promise<never> => {
    writeFileSync(out, 'half of it')
    throw Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' })
  }
  const writing = {
    db: here.vault.db,
    store: here.store,
    files: { ...filesHere, write: full },
    isWorking: () => false,
  }
  await expect(upToDate(writing, row().id)).rejects.toThrow('ENOSPC')
  expect(contentOf(here.vault.db, row().id, 1).sha256).toBe(before)
  expect(fileStateOf(here.vault.db, row().id).pending).toBe(true)
  expect(readdirSync(join(here.folder, 'incoming'))).toEqual([])
  await write()
  expect(await inFile('field:STATUS')).toBe('Checking')
})

it('what a file cannot hold is told, and the rest is written', async () => {
  await file(drawing('Grip jaw', (all) => all.replaceAll('\n2\nSTATUS\n', '\n2\nOTHER\n')))
  editRecord(here.vault.db, author(), chosen(), { title: 'Jaw' })
  sendToCheck()
  await write()
  expect(await inFile('field:TITLE')).toBe('Jaw')
  expect(fileStateOf(here.vault.db, row().id)).toMatchObject({
    pending: false,
    findings: [{ kind: 'not-held', attribute: 'stamp', place: 'field:STATUS' }],
  })
})

it('the demo binds what its drawings have', () =>
  expect(configuration.attributes.filter(({ bindings }) => bindings?.length).map(({ id }) => id)).toEqual(
    expect.arrayContaining(['title', 'stamp', 'revision']),
  ))
