import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { FileBreaksError, FileThreads } from './file-threads'

let folder: string
let threads: FileThreads
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ilmenite-threads-'))
  const program = join(folder, 'worker.mjs')
  // A thread that a file of one name holds for ever, that one of another kills, and that reads all others.
  writeFileSync(
    program,
    `export default ({ path }) => {
      if (path.endsWith('for ever')) for (;;);
      if (path.endsWith('deadly')) process.exit(1)
      if (path.endsWith('greedy')) for (const all = []; ; ) all.push(new Array(1e6).fill({}))
      return { kind: 'text', places: [], history: [], references: [], problems: [] }
    }`,
  )
  threads = new FileThreads(program, 0, () => 5)
})
afterEach(async () => {
  await threads.end()
  rmSync(folder, { recursive: true })
})
const put = (name: string) => {
  writeFileSync(join(folder, name), 'x')
  return join(folder, name)
}

describe('a file that breaks its reader', () => {
  it.each([
    ['for ever', /took more than 5 seconds and was ended/],
    ['greedy', /took more than (1024 MB of memory|5 seconds) and was ended/],
  ])('is reported: %s', async (name, message) => {
    const reading = threads.read(put(name), name)
    await expect(reading).rejects.toThrow(FileBreaksError)
    await expect(reading).rejects.toThrow(message)
  })
  it('costs its thread, and the next file is read by another', async () => {
    await expect(threads.read(put('deadly'), 'deadly')).rejects.toThrow(/its reader broke off/)
    expect(await threads.read(put('a.txt'), 'a.txt')).toMatchObject({ kind: 'text' })
  })
  it('comes in all the same, hashed and unread, where an archive holds it', async () => {
    expect(await threads.find(folder, put('for ever'))).toMatchObject({
      ...{ path: 'for ever', size: 1, problem: null, sha256: expect.stringMatching(/^[0-9a-f]{64}$/) },
      inside: { kind: 'unknown', problems: [{ code: 'too-much' }] },
    })
  })
})
