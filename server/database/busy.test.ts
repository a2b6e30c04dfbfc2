import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { giveWay, isBusy, waiting, whenFree } from './busy'
import { atomically, type Db, openDatabase } from './connection'

let folder: string
let mine: Db
let other: Db
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ilmenite-busy-'))
  mine = openDatabase(folder)
  other = openDatabase(folder)
  mine.$client.exec('create table notes (text text)')
  mine.$client.pragma('busy_timeout = 0')
})
afterEach(() => {
  for (const db of [mine, other]) db.$client.close()
  rmSync(folder, { recursive: true })
})
const write = (text: string) =>
  atomically(mine, () => mine.$client.prepare('insert into notes values (?)').run(text))
const notes = () => mine.$client.prepare('select text from notes').pluck().all()

describe('an act that finds the database busy', () => {
  it('waits without holding the thread, is counted as waiting, and is done once', async () => {
    other.$client.exec('begin immediate')
    const act = whenFree(() => void write('once'))
    // The thread is free meanwhile: this very timer runs, and ends what the act waits for.
    await new Promise((later) => setTimeout(later, 40))
    expect(Atomics.load(waiting, 0)).toBe(1)
    expect(notes()).toEqual([])
    other.$client.exec('commit')
    await act
    expect(notes()).toEqual(['once'])
    expect(Atomics.load(waiting, 0)).toBe(0)
  })
  it('is not tried again where it failed for another reason', async () => {
    let tries = 0
    const act = whenFree(() => {
      tries++
      throw new Error('no such thing')
    })
    await expect(act).rejects.toThrow('no such thing')
    expect(tries).toBe(1)
  })
  it('is told from other faults, also behind one', () => {
    const busy = Object.assign(new Error('locked'), { code: 'SQLITE_BUSY_SNAPSHOT' })
    expect([isBusy(busy), isBusy(new Error('x', { cause: busy })), isBusy(new Error('x'))]).toEqual([
      true,
      true,
      false,
    ])
  })
})

describe('a job', () => {
  it('goes on at once where nobody waits, and stands back where somebody does', () => {
    const acts = new Int32Array(new SharedArrayBuffer(4))
    giveWay(acts)
    Atomics.add(acts, 0, 1)
    const from = performance.now()
    giveWay(acts)
    expect(performance.now() - from).toBeGreaterThan(50)
  })
})
