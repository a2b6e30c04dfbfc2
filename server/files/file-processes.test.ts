import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { usageOf } from '../processes/usage'
import { type Failures, FileProcesses } from './file-processes'
import { FileBreaksError } from './file-tasks'
import { filesBy, findIn } from './files'

const nameOf = (letter: string) => letter.repeat(64)

let folder: string
let processes: FileProcesses
let kept: Map<string, string>
const failures: Failures = {
  of: (sha256, task) => kept.get(`${sha256} ${task}`),
  keep: async (sha256, task, message) => void kept.set(`${sha256} ${task}`, message),
}

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ilmenite-processes-'))
  kept = new Map()
  const program = join(folder, 'program.mjs')
  // The name of the file says what the process does: loop, fill its buffers, exit, or wait.
  writeFileSync(
    program,
    `const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms))
    process.on('message', async ({ path }) => {
      if (path.endsWith('f'.repeat(64))) for (;;);
      if (path.endsWith('b'.repeat(64))) for (const all = []; ; ) all.push(Buffer.alloc(8 << 20, 1))
      if (path.endsWith('d'.repeat(64))) process.exit(1)
      if (path.endsWith('waits')) await pause(1500)
      process.send({ answer: { kind: 'text', pid: process.pid } })
    })
    process.once('disconnect', () => process.exit())`,
  )
  processes = new FileProcesses(program, failures, () => ({ seconds: 1, megabytes: 300 }))
})
afterEach(() => {
  processes.end()
  rmSync(folder, { recursive: true })
})
const put = (name: string) => {
  writeFileSync(join(folder, name), 'x')
  return join(folder, name)
}
const read = (name: string, who = 'anna') => filesBy(processes.for(who)).read(put(name), 'a.txt')

describe('a file that breaks its reader', () => {
  it.each([
    ['holds it for ever', 'f', /took more than 1 seconds of processor time and was ended/],
    ['fills its memory beside its heap', 'b', /took more than 300 MB of memory and was ended/],
    ['kills it', 'd', /broke off/],
  ])('is reported where it %s, and not tried again', async (_, letter, message) => {
    const reading = read(nameOf(letter))
    await expect(reading).rejects.toThrow(FileBreaksError)
    await expect(reading).rejects.toThrow(message)
    // Without the program, a second try would fail in another way.
    rmSync(join(folder, 'program.mjs'))
    await expect(read(nameOf(letter), 'bela')).rejects.toThrow(message)
  })
  it('is remembered for the pair where two are compared, and for neither alone', async () => {
    const compare = (before: string, after: string) => {
      const [old, now] = [before, after].map((name) => ({ path: put(name), fileName: 'a.dxf' }))
      return processes.for('anna')({
        kind: 'compare',
        path: now!.path,
        before: old!,
        after: now!,
        out: join(folder, 'out'),
      })
    }
    await expect(compare(nameOf('a'), nameOf('f'))).rejects.toThrow(/took more than/)
    expect([...kept.keys()]).toEqual([`${nameOf('a')} ${nameOf('f')} compare`])
    expect(await compare(nameOf('a'), nameOf('c'))).toMatchObject({ kind: 'text' })
  })
  it('costs its process, and the next file is read by another', async () => {
    await expect(read(nameOf('d'))).rejects.toThrow(/broke off/)
    expect(await read('a.txt')).toMatchObject({ kind: 'text' })
  })
  it('comes in all the same, hashed and unread, where an archive holds it', async () => {
    expect(await findIn(processes.for('anna'), folder, put(nameOf('f')))).toMatchObject({
      path: nameOf('f'),
      size: 1,
      problem: null,
      sha256: expect.stringMatching(/^[0-9a-f]{64}$/),
      inside: { kind: 'unknown', problems: [{ code: 'too-much' }] },
    })
  })
})

describe('processes for files', () => {
  it('leave others a place, and count the time of a file from when it is begun', async () => {
    const done: string[] = []
    const mine = Array.from({ length: 3 }, () => read('waits').then(() => done.push('anna')))
    await read('a.txt', 'bela').then(() => done.push('bela'))
    // Together they take longer than one may: the limit counts from the start of each.
    await Promise.all(mine)
    expect(done).toEqual(['bela', 'anna', 'anna', 'anna'])
  })
  it('are kept for the next file, and tell what they use', async () => {
    const [first, second] = [await read('a.txt'), await read('a.txt')] as unknown as { pid: number }[]
    expect(second!.pid).toBe(first!.pid)
    expect(usageOf(first!.pid)!.memory).toBeGreaterThan(10 << 20)
  })
})
