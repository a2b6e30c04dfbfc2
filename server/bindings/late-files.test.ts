import { describe, expect, it } from 'vitest'
import { jobs } from '../database/schema'
import { checkIn, contentBefore } from '../documents/acts/check-in'
import { checkOut } from '../documents/acts/check-out'
import { fileDocument } from '../documents/acts/file'
import { contentOf, type Incoming } from '../documents/rows'
import { doHere } from '../files/do-here'
import { FileBreaksError } from '../files/file-tasks'
import type { Files } from '../files/files'
import { filesHere } from '../files/files-here'
import type { JobContext } from '../jobs/job-kind'
import { Refusal } from '../refusal'
import { lookInto } from './check-in'
import { fileStateOf, pendingAfter } from './pending'
import { readFilesJob } from './read-files.job'
import { drawing, useOneDocument } from './one-document.fixture'
import { upToDate } from './up-to-date'
import { writeRecord } from './write'

const { here, author, row, chosen, attributes, incoming, file, comesIn } = useOneDocument()

describe('a file that cannot be read in time', () => {
  /** A reader that never gets its turn. */
  const busy: Files = { ...filesHere, read: () => new Promise(() => {}) }
  const crowded: Files = {
    ...filesHere,
    read: () => Promise.reject(new Refusal('too-many', 'much of what you asked for waits already')),
  }
  const readLater = () => {
    const { db } = here.vault
    const job = { personId: '', input: null }
    return readFilesJob.run({
      db,
      store: here.store,
      job,
      actor: { id: null, name: 'System' },
      doFile: doHere,
      progress: () => true,
      portion: (body: (tx: typeof db) => unknown) => body(db),
    } as unknown as JobContext)
  }
  async function comesInWhile(files: Files, text: string, before?: Incoming) {
    const content = await incoming(text)
    return {
      content,
      looked: await lookInto({ store: here.store, files }, attributes(), content, before, 20),
    }
  }
  const findings = () => fileStateOf(here.vault.db, row().id).findings.map(({ kind }) => kind)

  it.each([
    ['everybody is busy', busy],
    ['much of the same person waits', crowded],
  ])('comes in all the same where %s, says so, and is read by a job', async (_, files) => {
    const { content, looked } = await comesInWhile(files, drawing('Grip jaw'))
    const asked = { number: 'BR-1', title: null, folder: '/Grips', classId: 'drawing', looked }
    const { findings: told } = fileDocument(here.vault.db, author(), asked, content, null)
    expect(told).toMatchObject([{ kind: 'unread', message: expect.stringContaining('in a moment') }])
    expect([row().title, findings()]).toEqual([null, ['unread']])
    expect(
      here.vault.db
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
    checkOut(here.vault.db, author(), chosen())
    const before = contentBefore(here.vault.db, author(), chosen())
    const { content, looked } = await comesInWhile(busy, drawing('Grip jaw, forged'), before)
    checkIn(here.vault.db, author(), chosen(), content, null, looked)
    expect(row().record.title).toBe('Grip jaw')
    await readLater()
    expect([row().record.title, findings()]).toEqual(['Grip jaw, forged', []])
  })
  it('is held to the last one that was read, however many came in since', async () => {
    await file(drawing('Grip jaw'))
    for (const title of ['Grip jaw, forged', 'Grip jaw, forged']) {
      checkOut(here.vault.db, author(), chosen())
      const before = contentBefore(here.vault.db, author(), chosen())
      const text = `999\nsaved at version ${row().version}\n${drawing(title)}`
      const { content, looked } = await comesInWhile(busy, text, before)
      checkIn(here.vault.db, author(), chosen(), content, null, looked)
    }
    await readLater()
    expect([row().record.title, findings()]).toEqual(['Grip jaw, forged', []])
  })
  it.each([
    ['has no title', null],
    ['says the same', 'Grip jaw'],
  ])('is read before a record that %s is written into it', async (_, title) => {
    const { db } = here.vault
    const { content, looked } = await comesInWhile(busy, drawing('Grip jaw'))
    fileDocument(
      db,
      author(),
      { number: 'BR-1', title, folder: '/Grips', classId: 'drawing', looked },
      content,
      null,
    )
    const writing = { db, store: here.store, files: filesHere, isWorking: () => false }
    const inStore = () => contentOf(db, row().id, 1).sha256
    await upToDate(writing, row().id)
    expect(await writeRecord(writing, row().id)).toBe('superseded')
    expect([pendingAfter(db, '', 9), inStore()]).toEqual([[], content.sha256])
    db.delete(jobs).run()
    await readLater()
    expect(row().title).toBe('Grip jaw')
    expect(pendingAfter(db, '', 9)).toEqual([{ document: row().id }])
    expect(db.select().from(jobs).all()).toMatchObject([{ kind: 'write-files' }])
    await upToDate(writing, row().id)
    const { places } = await filesHere.read(here.store.path(inStore()), 'BR-1.dxf')
    expect(places).toContainEqual(expect.objectContaining({ place: 'field:TITLE', value: 'Grip jaw' }))
  })
  it('counts no more once another one has come in', async () => {
    const { content, looked } = await comesInWhile(busy, drawing('Grip jaw'))
    const asked = { number: 'BR-1', title: null, folder: '/Grips', classId: 'drawing', looked }
    fileDocument(here.vault.db, author(), asked, content, null)
    checkOut(here.vault.db, author(), chosen())
    // Neither content has been read yet, so the record lacks values that both contain.
    await comesIn(drawing('Grip jaw', (text) => `999\nsaved again\n${text}`))
    expect(row().record.title).toBe('Grip jaw')
    await readLater()
    expect([row().record.title, findings()]).toEqual(['Grip jaw', []])
  })
  it('is a finding where it breaks its reader for good', async () => {
    const broken: Files = {
      ...filesHere,
      read: () =>
        Promise.reject(new FileBreaksError({ code: 'too-much', message: 'reading it took too much' })),
    }
    const { content, looked } = await comesInWhile(broken, drawing('Grip jaw'))
    const asked = { number: 'BR-1', title: null, folder: '/Grips', classId: 'drawing', looked }
    const { findings: told } = fileDocument(here.vault.db, author(), asked, content, null)
    expect(told).toMatchObject([{ kind: 'unreadable', message: 'reading it took too much' }])
  })
})
