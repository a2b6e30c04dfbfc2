import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { documents, folders, outbox, people } from '../database/schema'
import { fileDocument } from '../documents/acts/file'
import { content, emptyVault } from '../documents/vault.fixture'
import type { JobContext } from '../jobs/job-kind'
import { enqueue } from '../jobs/queue'
import { listJobs } from '../jobs/queries'
import { startMailServer } from '../stand-ins/mail-server'
import { digestJob } from './digest.job'
import { putInOutbox } from './outbox'
import { letterNumbered, listLetters, sendAgain } from './queries'
import { MailSender } from './sender'

let vault: ReturnType<typeof emptyVault>
let folder: string
beforeEach(() => {
  vault = emptyVault()
  folder = mkdtempSync(join(tmpdir(), 'mail-'))
})
afterEach(() => {
  vault.remove()
  rmSync(folder, { recursive: true })
})
const from = { name: 'Brackwater', address: 'vault@brackwater.example' }
const mara = () => vault.who('Mara Feldhaus')
const put = (more: object = {}) =>
  putInOutbox(vault.db, { recipient: 'a@brackwater.example', subject: 'So', body: 'it is', ...more })
const subjects = () => listLetters(vault.db, mara(), {}).map(({ subject, status }) => `${subject} ${status}`)

async function sending(server: string, run: (sender: MailSender) => Promise<void>): Promise<void> {
  const sender = new MailSender(vault.db, async () => ({ server, from }))
  await run(sender)
  await sender.stop()
}

describe('the outbox', () => {
  it('sends by SMTP, and shows each letter as it was sent and as it was taken', async () => {
    const id = put({ link: 'http://vault/people' })
    expect(subjects()).toEqual(['So waiting'])
    await sending(await startMailServer(folder), (sender) => sender.sendAll())
    expect(subjects()).toEqual(['So sent'])
    const letter = letterNumbered(vault.db, mara(), id, folder)
    expect(letter.text).toBe('it is\n\nhttp://vault/people\n')
    expect(letter.received).toContain('Content-Type: text/html')
    expect(letter.received).toContain('Subject: So')
  })

  it('takes a letter that comes again for the same one', async () => {
    put()
    const server = await startMailServer(folder)
    await sending(server, async (sender) => {
      await sender.sendAll()
      vault.db.update(outbox).set({ sentAt: null, nextAt: '2020-01-01' }).run()
      await sender.sendAll()
    })
    expect(listLetters(vault.db, mara(), {})).toMatchObject([{ attempts: 2 }])
    expect(readdirSync(folder)).toHaveLength(1)
  })

  it('tries again later where the mail server does not answer, and at once when it is asked to', async () => {
    const id = put()
    await sending('smtp://127.0.0.1:1', (sender) => sender.sendAll())
    expect(listLetters(vault.db, mara(), { is: 'waiting' })).toMatchObject([{ problem: expect.any(String) }])
    sendAgain(vault.db, id)
    await sending(await startMailServer(folder), (sender) => sender.sendAll())
    expect(subjects()).toEqual(['So sent'])
    expect(() => sendAgain(vault.db, id)).toThrow('has not failed')
  })

  it('empties what opens the vault once it is out, and shows it to nobody', async () => {
    const id = put({ secret: true, body: 'http://vault/sign-in?link=secret' })
    expect(letterNumbered(vault.db, mara(), id, folder).text).toBeNull()
    await sending(await startMailServer(folder), (sender) => sender.sendAll())
    expect(vault.db.select().from(outbox).all()).toMatchObject([{ body: '' }])
  })

  it('gathers for those who want one letter a day, and sends it with all of it', async () => {
    const ids = [put({ gathered: true }), put({ gathered: true, subject: 'Then' })]
    put({ gathered: true, recipient: 'b@brackwater.example' })
    const { db } = vault
    const parts = { db, progress: () => true, portion: (body: (tx: unknown) => unknown) => body(db) }
    expect(await digestJob.run(parts as unknown as JobContext)).toEqual({ done: '2 digests' })
    const [, digest] = listLetters(db, mara(), { is: 'waiting' })
    expect(digest).toMatchObject({ recipient: 'a@brackwater.example', subject: '2 notices from the vault' })
    expect(letterNumbered(db, mara(), ids[0]!, folder).digest).toBe(digest!.id)
    expect(letterNumbered(db, mara(), digest!.id, folder).text).toBeNull()
  })

  it('tells an administrator nothing of documents that they may not see, nor does the queue', () => {
    const { db } = vault
    const asked = { number: 'BR-1', title: null, folder: '/Grips', classId: 'part' }
    fileDocument(db, vault.who('Jonas Eckhart'), asked, content('a.dxf'), null)
    const [row] = db.$client.prepare('select id from documents').all() as { id: string }[]
    const id = put({ subject: 'BR-1 is issued', link: 'http://vault/vault/BR-1' })
    enqueue(db, { kind: 'render', subject: row!.id, subjectName: 'BR-1', personId: '', document: row!.id })
    expect(subjects()).toEqual(['BR-1 is issued waiting'])
    expect(listJobs(db, mara())).toMatchObject([{ subjectName: 'BR-1' }])
    db.update(folders).set({ rules: {} }).run()
    db.$client.prepare('update directory_state set version = version + 1').run()
    expect(subjects()).toEqual([])
    expect(() => letterNumbered(db, mara(), id, folder)).toThrow('there is no letter')
    expect(listJobs(db, mara())).toMatchObject([{ subjectName: 'a document', subject: '' }])
  })
})

describe('what goes out', () => {
  const reader = () => vault.who('Jonas Eckhart')
  const deactivated = () =>
    vault.db.update(people).set({ active: false }).where(eq(people.id, reader().id)).run()
  const hidden = () =>
    vault.db
      .update(folders)
      .set({ rules: { afresh: true } as object })
      .where(eq(folders.path, '/Grips'))
      .run()
  /** A document that Jonas may see until his folder starts afresh, filed by somebody else. */
  const file = () =>
    fileDocument(
      vault.db,
      vault.who('Rosalie Nkemba'),
      { number: 'BR-1', title: null, folder: '/Grips', classId: 'drawing' },
      content('a.dxf'),
      null,
    )
  const sent = async () => {
    await sending(await startMailServer(folder), (sender) => sender.sendAll())
    return readdirSync(folder).map((name) => readFileSync(join(folder, name), 'utf8'))
  }
  const gather = () =>
    digestJob.run({
      portion: (body: (tx: typeof vault.db) => unknown) => body(vault.db),
      progress: () => true,
    } as unknown as JobContext)
  const putFor = (more: object = {}) =>
    put({ recipient: reader().mail, subject: 'BR-1 waits', link: 'http://vault/vault/BR-1', ...more })

  it.each([
    ['has left', deactivated],
    ['may not see any more what it is about', hidden],
  ])('goes to nobody who %s meanwhile, and says so', async (_, happens) => {
    file()
    putFor()
    happens()
    expect(await sent()).toEqual([])
    const [row] = vault.db.select().from(outbox).all()
    expect(row).toMatchObject({
      sentAt: null,
      nextAt: null,
      body: '',
      problem: expect.stringContaining('not sent'),
    })
  })
  it('goes to whoever may see it still, and to addresses that are nobody’s here', async () => {
    file()
    putFor()
    put({ recipient: 'yard@example.org', link: 'http://vault/vault/BR-1' })
    expect(await sent()).toHaveLength(2)
  })
  it('is in a digest as far as its reader may read it when it is gathered, and when it is sent', async () => {
    file()
    putFor({ gathered: true })
    putFor({ gathered: true, subject: 'So', body: 'it is', link: 'http://vault/people' })
    await gather()
    hidden()
    const [letter, ...others] = await sent()
    expect(others).toEqual([])
    expect(letter).toContain('it is')
    expect(letter).not.toContain('BR-1')
  })
  it('is no digest for somebody who has left', async () => {
    putFor({ gathered: true, link: 'http://vault/people' })
    deactivated()
    await gather()
    expect(await sent()).toEqual([])
    expect(await gather()).toEqual({ done: 'nothing had gathered' })
  })
  it('shows no number in the subject of a digest of one letter', async () => {
    file()
    putFor({ gathered: true })
    await gather()
    const digests = vault.db.select().from(outbox).where(eq(outbox.gathered, false)).all()
    expect(digests.map(({ subject }) => subject)).toEqual(['1 notice from the vault'])
  })
  it('is no reminder of a document that its reader may not see any more', async () => {
    file()
    const { id } = vault.db.select().from(documents).get()!
    put({ recipient: reader().mail, link: 'http://vault/tasks', about: [id] })
    hidden()
    expect(await sent()).toEqual([])
  })
})
