import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { insertConfiguration, published } from '../configuration/published'
import { outbox, people, tasks } from '../database/schema'
import { makeChange } from '../directory/changes'
import { directoryVersion } from '../directory/folders'
import { checkOut } from '../documents/acts/check-out'
import { fileDocument } from '../documents/acts/file'
import { fire } from '../documents/acts/fire'
import { withRounds } from '../documents/rehearsed.fixture'
import { documentRow } from '../documents/rows'
import { content, emptyVault } from '../documents/vault.fixture'
import type { JobContext } from '../jobs/job-kind'
import { claimTask, decideTasks, deferTask, handOverTask, heirsOfTask } from './acts'
import { fillTasks, keepAllTasks } from './keep'
import { tasksOf } from './queries'
import { remindJob } from './remind.job'

let vault: ReturnType<typeof emptyVault>
beforeEach(() => {
  vault = emptyVault()
  insertConfiguration(vault.db, { id: 2, configuration: withRounds(), personName: 'Mara', comment: null })
})
afterEach(() => vault.remove())

const [author, checker, other, lead] = ['Jonas Eckhart', 'Emil Achterberg', 'Ruth Sandoval', 'Ines Halloran']
const chosen = (number: string) => ({ number, change: documentRow(vault.db, number).change })
function sent(...numbers: string[]): void {
  for (const number of numbers) {
    const record = { material: 'S355', mass: 4 }
    const asked = { number, title: `Grip ${number}`, folder: '/Grips', classId: 'part', record }
    fileDocument(vault.db, vault.who(author!), asked, content(`${number}.dxf`), null)
    fire(vault.db, vault.who(author!), chosen(number), 'send-to-check', undefined)
  }
}
/** A document that its author has checked out. */
function checkOutLevers(): void {
  const asked = { number: 'BR-9', title: 'Lever', folder: '/Grips', classId: 'part' }
  fileDocument(vault.db, vault.who(author!), asked, content('BR-9.dxf'), null)
  checkOut(vault.db, vault.who(author!), chosen('BR-9'))
}
const listed = (name: string, query = {}) => tasksOf(vault.db, vault.who(name), query).tasks
const mine = (name: string) => listed(name).map(({ number, kind }) => `${kind} ${number}`)
const decide = (name: string, outcome: string, comment?: string, numbers?: string[]) =>
  decideTasks(vault.db, vault.who(name), {
    tasks: listed(name).filter(({ number }) => !numbers || numbers.includes(number)),
    ...{ outcome, comment, place: 'here' },
  })

describe('tasks', () => {
  it('are those that somebody could decide now, the oldest first, with what each outcome does', () => {
    sent('BR-1', 'BR-2')
    expect(mine(checker!)).toEqual(['sign BR-1', 'sign BR-2'])
    expect(mine('Carla Winslow')).toEqual([])
    // Whoever edited last is excluded from signing.
    expect(mine(author!)).toEqual([])
    const [task] = listed(checker!)
    expect(task).toMatchObject({ asks: 'sign Issue', progress: { signed: 0, needed: 3 }, title: 'Grip BR-1' })
    expect(task!.outcomes).toMatchObject([
      { id: 'issue', does: 'signature 1 of 3; nothing else yet' },
      { id: 'return', does: 'to Drafting', comment: 'required' },
    ])
  })

  it('are decided one or many at once, each for itself', async () => {
    sent('BR-1', 'BR-2', 'BR-3')
    expect(await decide(checker!, 'issue', undefined, ['BR-1', 'BR-2'])).toMatchObject([
      { ok: true },
      { ok: true },
    ])
    expect(mine(checker!)).toEqual(['sign BR-3'])
    expect(listed(lead!)[0]).toMatchObject({ number: 'BR-1', progress: { signed: 1 } })
    const stale = [
      { id: listed(lead!)[0]!.id, change: 0 },
      { id: 'gone', change: 1 },
    ]
    const answers = await decideTasks(vault.db, vault.who(lead!), {
      tasks: stale,
      outcome: 'issue',
      place: '',
    })
    expect(answers).toMatchObject([
      { ok: false, message: expect.stringContaining('changed by somebody else') },
      { ok: false, message: expect.stringContaining('not there any more') },
    ])
  })

  it('come back to whom a returned document belongs to, until it goes on', async () => {
    sent('BR-1')
    await decide(checker!, 'return', 'the radius is missing')
    expect(mine(checker!)).toEqual([])
    expect(mine(author!)).toEqual(['returned BR-1'])
    fire(vault.db, vault.who(author!), chosen('BR-1'), 'send-to-check', undefined)
    expect(mine(author!)).toEqual([])
    expect(mine(checker!)).toEqual(['sign BR-1'])
  })

  it('are what one has checked out, which can be given back there', async () => {
    sent('BR-1')
    await decide(checker!, 'return', 'no')
    checkOut(vault.db, vault.who(author!), chosen('BR-1'))
    expect(mine(author!)).toEqual(['check-out BR-1'])
    await decide(author!, 'undo-check-out')
    expect(mine(author!)).toEqual(['returned BR-1'])
  })

  it('can be claimed, handed over and put off', () => {
    sent('BR-1')
    const { id } = listed(checker!)[0]!
    claimTask(vault.db, vault.who(checker!), id, true)
    expect(listed(other!)[0]!.claimedBy?.name).toBe(checker)
    expect(() => claimTask(vault.db, vault.who(other!), id, true)).toThrow('sees to this')
    const heirs = heirsOfTask(vault.db, vault.who(checker!), id).map(({ name }) => name)
    expect(heirs).toContain(other)
    expect(heirs).not.toContain('Carla Winslow')
    handOverTask(vault.db, vault.who(checker!), id, vault.who(other!).id, 'I am away')
    expect(listed(other!)[0]!.claimedBy?.name).toBe(other)
    expect(vault.db.select().from(outbox).all()).toMatchObject([
      {
        recipient: vault.who(other!).mail,
        subject: 'BR-1: sign Issue',
        link: expect.stringContaining('/tasks?'),
      },
    ])
    const nobody = vault.who('Carla Winslow').id
    expect(() => handOverTask(vault.db, vault.who(other!), id, nobody)).toThrow('could not decide this')
    deferTask(vault.db, vault.who(other!), id, '2999-01-01')
    expect([mine(other!), mine(checker!)]).toEqual([[], ['sign BR-1']])
    expect(listed(other!, { deferred: true })[0]).toMatchObject({ deferredUntil: '2999-01-01' })
    deferTask(vault.db, vault.who(other!), id, '2020-01-01')
    expect(mine(other!)).toEqual(['sign BR-1'])
  })

  it('come page by page', () => {
    sent('BR-1', 'BR-2', 'BR-3')
    const first = tasksOf(vault.db, vault.who(checker!), { limit: 2 })
    const second = tasksOf(vault.db, vault.who(checker!), { limit: 2, from: first.next! })
    expect([first, second].map((page) => page.tasks.map(({ number }) => number))).toEqual([
      ['BR-1', 'BR-2'],
      ['BR-3'],
    ])
    expect(second.next).toBeNull()
  })

  it('follow a publish that asks for other signatures', () => {
    sent('BR-1')
    const before = published(vault.db).configuration
    const after = structuredClone(before)
    after.lifecycles[0]!.transitions.find(({ id }) => id === 'issue')!.trigger = 'hand'
    keepAllTasks(vault.db, before, after)
    expect(vault.db.select().from(tasks).all()).toEqual([])
    const due = structuredClone(before)
    due.lifecycles[0]!.transitions.find(({ id }) => id === 'issue')!.due = 5
    keepAllTasks(vault.db, after, due)
    const [task] = vault.db.select().from(tasks).all()
    expect(Date.parse(task!.due!) - Date.parse(task!.since.slice(0, 10))).toBe(5 * 86_400_000)
  })

  it('are found in a vault from before there were any', () => {
    sent('BR-1')
    vault.db.delete(tasks).run()
    fillTasks(vault.db, published(vault.db).configuration)
    expect(mine(checker!)).toEqual(['sign BR-1'])
  })

  it('that have waited too long are written of to those who could decide them', async () => {
    sent('BR-1', 'BR-2')
    const { db } = vault
    db.update(tasks).set({ since: '2026-01-01T00:00:00.000Z' }).run()
    const parts = {
      db,
      job: { input: { days: 3 } },
      progress: () => true,
      portion: (body: (tx: unknown) => unknown) => body(db),
    }
    expect(await remindJob.run(parts as unknown as JobContext)).toEqual({
      done: expect.stringContaining('of 2 tasks'),
    })
    const letters = db.select().from(outbox).all()
    expect(letters.map(({ recipient }) => recipient)).toContain(vault.who(checker!).mail)
    expect(letters[0]!.body).toContain('BR-1 Grip BR-1: sign Issue, since 2026-01-01')
    expect(new Set(letters[0]!.about)).toEqual(
      new Set([documentRow(db, 'BR-1').id, documentRow(db, 'BR-2').id]),
    )
  })

  it('are reminded of nobody who has left, or may not see the document any more', async () => {
    sent('BR-1')
    checkOutLevers()
    const { db } = vault
    db.update(tasks).set({ since: '2026-01-01T00:00:00.000Z' }).run()
    const remind = async () => {
      db.delete(outbox).run()
      const portion = (body: (tx: unknown) => unknown) => body(db)
      const parts = { db, job: { input: { days: 3 } }, progress: () => true, portion }
      await remindJob.run(parts as unknown as JobContext)
      return db
        .select()
        .from(outbox)
        .all()
        .map(({ recipient }) => recipient)
    }
    const mails = [vault.who(checker!).mail, vault.who(author!).mail]
    expect(await remind()).toEqual(expect.arrayContaining(mails))
    db.update(people)
      .set({ active: false })
      .where(eq(people.id, vault.who(checker!).id))
      .run()
    const change = { kind: 'start-afresh', folder: '/Grips', afresh: true } as const
    makeChange(db, vault.who('Mara Feldhaus'), change, {
      version: directoryVersion(db),
      findings: [],
      accept: true,
    })
    expect(await remind()).toEqual([])
  })
})
