import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { clock } from '../clock'
import { jobs, schedules } from '../database/schema'
import { emptyVault } from '../documents/vault.fixture'
import { queueReady } from './queries'
import { enqueue, heldBy, isBusy, queueAgain, stopJob } from './queue'
import {
  asWritten,
  changeSchedule,
  dropSchedule,
  listSchedules,
  queueScheduled,
  setSchedule,
} from './schedules'
import { brokeOff, putBack, takeNext, tryAgainOrFail } from './take'

let vault: ReturnType<typeof emptyVault>
let at = new Date('2026-03-02T05:00:00.000Z')
const real = clock.now
beforeEach(() => {
  vault = emptyVault()
  at = new Date('2026-03-02T05:00:00.000Z')
  clock.now = () => at
})
afterEach(() => {
  clock.now = real
  vault.remove()
})
const passes = (seconds: number) => (at = new Date(at.getTime() + seconds * 1000))
const put = (more: Partial<Parameters<typeof enqueue>[1]> = {}) => {
  passes(1)
  return enqueue(vault.db, { kind: 'render', subject: 'd', subjectName: 'BR-1', personId: '', ...more }).id
}
const row = (id: string) => vault.db.select().from(jobs).where(eq(jobs.id, id)).get()!

describe('the queue', () => {
  it('gives the highest priority first, then the oldest, each to its lane', () => {
    const [old, urgent, long] = [put(), put({ priority: 5 }), put({ kind: 'backup' })]
    const young = put()
    const taken = [1, 2, 3].map(() => takeNext(vault.db, 'short')?.id)
    expect(taken).toEqual([urgent, old, young])
    expect(takeNext(vault.db, 'short')).toBeUndefined()
    expect(takeNext(vault.db, 'long')?.id).toBe(long)
  })

  it('holds what people ask for once while it waits, and anew once it is under way', () => {
    const mara = vault.who('Mara Feldhaus')
    const ask = (days?: number) =>
      queueReady(vault.db, mara, days ? 'remind' : 'backup', days ? { days } : {})
    const first = ask()
    expect([ask(), ask(3), ask(3), ask(4)]).toEqual([
      first,
      expect.any(String),
      expect.any(String),
      expect.any(String),
    ])
    expect(vault.db.select().from(jobs).all()).toHaveLength(3)
    expect(takeNext(vault.db, 'long')!.id).toBe(first)
    expect(ask()).not.toBe(first)
  })

  it('tries again after pauses that grow, and gives up after as many tries as its kind has', () => {
    const id = put()
    const waits: number[] = []
    for (let tries = 1; tries <= 2; tries++) {
      tryAgainOrFail(vault.db, takeNext(vault.db, 'short')!, 'the disk is full')
      expect(row(id)).toMatchObject({ status: 'queued', attempts: tries, message: 'the disk is full' })
      expect(takeNext(vault.db, 'short')).toBeUndefined()
      waits.push((Date.parse(row(id).nextAt!) - at.getTime()) / 1000)
      passes(waits.at(-1)!)
    }
    expect(waits[1]).toBeGreaterThan(waits[0]!)
    tryAgainOrFail(vault.db, takeNext(vault.db, 'short')!, 'the disk is full')
    expect(row(id)).toMatchObject({ status: 'failed', attempts: 3 })
    queueAgain(vault.db, id)
    expect(row(id)).toMatchObject({ status: 'queued', attempts: 0, message: null })
  })

  it('lets what has waited long go before what comes steadily with priority', () => {
    const old = put()
    const taken: string[] = []
    for (let minute = 0; minute < 5 && !taken.includes(old); minute++) {
      passes(45)
      put({ priority: 2 })
      taken.push(takeNext(vault.db, 'short')!.id)
    }
    expect(taken).toContain(old)
    expect(taken.length).toBeGreaterThan(1)
  })

  it('tries what went wrong less eagerly than what waits', () => {
    const wrong = put({ priority: 2 })
    tryAgainOrFail(vault.db, takeNext(vault.db, 'short')!, 'broke off')
    passes(10)
    const others = [put(), put()]
    const taken = [1, 2, 3].map(() => takeNext(vault.db, 'short')?.id)
    expect(taken).toEqual([...others, wrong])
  })

  it('begins a job that kills its server as often as its kind says, after pauses that grow', () => {
    const id = put()
    const waits: number[] = []
    for (let kill = 1; kill <= 3; kill++) {
      expect(takeNext(vault.db, 'short')?.id).toBe(id)
      brokeOff(vault.db, { id }, 'the server ended')
      const { nextAt } = row(id)
      if (nextAt) waits.push((Date.parse(nextAt) - at.getTime()) / 1000)
      passes(waits.at(-1)!)
    }
    expect(row(id)).toMatchObject({ status: 'failed', attempts: 3, message: 'the server ended' })
    expect(waits).toEqual([2, 30])
  })

  it('goes on at once, however often, with what has come further before the server ended', () => {
    const id = put({ kind: 'files' })
    for (let kill = 1; kill <= 20; kill++) {
      expect(takeNext(vault.db, 'long')).toMatchObject({ id, attempts: 1 })
      vault.db.update(jobs).set({ done: kill }).where(eq(jobs.id, id)).run()
      brokeOff(vault.db, { id }, 'the server ended')
    }
    for (let kill = 1; kill <= 3; kill++) {
      passes(3600)
      takeNext(vault.db, 'long')
      brokeOff(vault.db, { id }, 'the server ended')
    }
    expect(row(id).status).toBe('failed')
  })

  it('counts no try of what the server puts back when it ends', () => {
    const id = put()
    putBack(vault.db, takeNext(vault.db, 'short')!)
    expect(row(id)).toMatchObject({ status: 'queued', attempts: 0, nextAt: null })
  })

  it('does not try again what trying does not mend, nor what is to stop', () => {
    const [final, stopped] = [put(), put()]
    tryAgainOrFail(vault.db, takeNext(vault.db, 'short')!, 'no such folder', true)
    expect(row(final).status).toBe('failed')
    const taken = takeNext(vault.db, 'short')!
    stopJob(vault.db, stopped)
    tryAgainOrFail(vault.db, { ...taken, stopAsked: true }, 'broke off')
    expect(row(stopped).status).toBe('failed')
  })

  it('stops what waits at once, and asks what is under way', () => {
    const [waits, runs] = [put({ priority: -1 }), put()]
    expect(takeNext(vault.db, 'short')?.id).toBe(runs)
    stopJob(vault.db, waits)
    stopJob(vault.db, runs)
    expect([row(waits).status, row(runs).status, row(runs).stopAsked]).toEqual(['stopped', 'running', true])
    expect(() => stopJob(vault.db, waits)).toThrow('ended already')
    expect(() => queueAgain(vault.db, runs)).toThrow('neither failed nor been stopped')
  })

  it('holds a document while its job is under way, and not before', () => {
    put({ document: 'd' })
    expect(heldBy(vault.db, 'd')).toBeUndefined()
    const { leaseUntil } = row(takeNext(vault.db, 'short')!.id)
    // A lane stands for no longer than a minute behind a worker that says nothing.
    expect((Date.parse(leaseUntil!) - at.getTime()) / 1000).toBe(60)
    expect(heldBy(vault.db, 'd')).toBe('render a pdf, 0 of 1')
    expect([isBusy(vault.db, 'd'), isBusy(vault.db, 'other')]).toEqual([true, false])
  })
})

describe('a schedule', () => {
  const mara = () => vault.who('Mara Feldhaus')
  const add = (when = 'every workday at 6') => setSchedule(vault.db, mara(), { kind: 'verify', when })

  it('says what it means before it is made', () => {
    const { cron, words, next } = asWritten(vault.db, 'every workday at 6')
    expect([cron, words]).toEqual(['0 6 * * 1-5', 'every workday at 06:00'])
    expect(next).toHaveLength(3)
    expect(new Date(next[0]!).getHours()).toBe(6)
    expect(() => asWritten(vault.db, 'every blue moon')).toThrow('no schedule')
    expect(() => asWritten(vault.db, '0 0 31 2 *')).toThrow('never comes')
  })

  it('queues a job when it is due, once, and not while one is at work', () => {
    const id = add('every hour')
    queueScheduled(vault.db)
    expect(vault.db.select().from(jobs).all()).toEqual([])
    passes(3 * 3600)
    queueScheduled(vault.db)
    queueScheduled(vault.db)
    expect(vault.db.select().from(jobs).all()).toMatchObject([{ kind: 'verify', schedule: id, personId: '' }])
    passes(3600)
    queueScheduled(vault.db)
    expect(vault.db.select().from(jobs).all()).toHaveLength(1)
    takeNext(vault.db, 'long')
    vault.db.update(jobs).set({ status: 'done' }).run()
    passes(3600)
    queueScheduled(vault.db)
    expect(vault.db.select().from(jobs).all()).toHaveLength(2)
  })

  it('can rest, be changed and be taken away', () => {
    const id = add('every hour')
    changeSchedule(vault.db, mara(), id, { when: 'every day at 5', active: false })
    expect(listSchedules(vault.db)).toMatchObject([{ words: 'every day at 05:00', active: false, next: [] }])
    passes(48 * 3600)
    queueScheduled(vault.db)
    expect(vault.db.select().from(jobs).all()).toEqual([])
    dropSchedule(vault.db, mara(), id)
    expect(vault.db.select().from(schedules).all()).toEqual([])
    expect(() => dropSchedule(vault.db, mara(), id)).toThrow('there is no schedule')
  })
})
