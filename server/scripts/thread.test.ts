import { buildSync } from 'esbuild'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ScriptFacts } from '../../core/script'
import { ScriptThread } from './thread'

const facts = { document: { number: 'BR-1', record: {} } } as unknown as ScriptFacts
const folder = mkdtempSync(join(tmpdir(), 'script-'))
let scripts: ScriptThread
const run = (code: string, time = 10_000) =>
  scripts.run({ id: 's', name: 'Weigh', code }, facts, { time, memory: 8 * 2 ** 20 })

beforeAll(() => {
  const outfile = join(folder, 'script-worker.mjs')
  const options = { bundle: true, platform: 'node', format: 'esm', target: 'node20' } as const
  buildSync({ entryPoints: ['server/scripts/worker.ts'], outfile, ...options })
  scripts = new ScriptThread(outfile)
})
afterAll(() => {
  scripts.end()
  rmSync(folder, { recursive: true })
})

describe('a script’s thread', () => {
  it('answers while whoever asks waits, as often as it is asked', () => {
    for (const say of ['one', 'two'])
      expect(run(`say(document.number + '${say}')`).said).toEqual([`BR-1${say}`])
  })
  it('passes on what is wrong with a script', () => {
    expect(() => run('nothing.there')).toThrow('Weigh broke off in line 1')
  })
  it('is ended with a script that one step of its engine keeps for ever, and another one begins', () => {
    const hoard = 'const all = []; for (;;) all.push(new Array(100000).fill(7))'
    expect(() => run(hoard, 300)).toThrow('was ended: it took more than 300 ms')
    expect(run('say(1)').said).toEqual(['1'])
  })
})
