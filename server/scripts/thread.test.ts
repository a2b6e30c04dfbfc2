import { buildSync } from 'esbuild'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { runScript, type ScriptFacts, useSandbox } from '../../core/script'
import { forEachInAct, inNameOf, knownSandbox, outcomeOf, ScriptsNeeded, withScripts } from './needed'
import { ScriptThread } from './thread'
import { ScriptThreads } from './threads'

const facts = { document: { number: 'BR-1', record: {} } } as unknown as ScriptFacts
const folder = mkdtempSync(join(tmpdir(), 'script-'))
let scripts: ScriptThread
let threads: ScriptThreads
const asking = (code: string, time = 10_000) => ({
  script: { id: 's', name: 'Weigh', code },
  facts,
  limits: { time, memory: 8 * 2 ** 20 },
})
const run = (code: string, time = 10_000) => outcomeOf(scripts.run(asking(code, time)))

beforeAll(() => {
  const outfile = join(folder, 'script-worker.mjs')
  const options = { bundle: true, platform: 'node', format: 'esm', target: 'node20' } as const
  buildSync({ entryPoints: ['server/scripts/worker.ts'], outfile, ...options })
  scripts = new ScriptThread(outfile)
  threads = new ScriptThreads(outfile)
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
    expect(() => run(hoard, 300)).toThrow('was ended: it took more than 300 ms')
    expect(run('say(1)').said).toEqual(['1'])
  })
})

/** A single step that never ends and that the engine cannot interrupt. */
const hoard = 'const all = []; for (;;) all.push(new Array(100000).fill(7))'

describe('threads of scripts', () => {
  it('answer while whoever asked goes on, others beside one that never ends', async () => {
    const done: string[] = []
    const endless = threads.run(asking(hoard, 3000), 'anna').then((answer) => (done.push('anna'), answer))
    const other = threads.run(asking('say(1)'), 'bela').then((answer) => (done.push('bela'), answer))
    expect(await other).toMatchObject({ outcome: { said: ['1'] } })
    expect(await endless).toEqual({ fault: 'Weigh was ended: it took more than 3000 ms' })
    expect(done).toEqual(['bela', 'anna'])
  })
  it('pass on what is wrong with a script, and go on', async () => {
    expect(await threads.run(asking('nothing.there'), 'anna')).toMatchObject({ line: 1 })
    expect(await threads.run(asking('say(2)'), 'anna')).toMatchObject({ outcome: { said: ['2'] } })
  })
})

describe('an act that needs scripts', () => {
  const say = (code: string) => {
    const { script, limits } = asking(code)
    return runScript(script, facts, limits).said[0]
  }
  const ran: string[] = []
  const run = async ({ script }: ReturnType<typeof asking>, who: string) => {
    ran.push(`${who}: ${script.code}`)
    return { outcome: { written: [], told: [], said: [script.code], refused: null } }
  }
  beforeAll(() => useSandbox(knownSandbox(() => ({ written: [], told: [], said: ['here'], refused: null }))))

  it('is decided once they have run, each once, outside of it', async () => {
    ran.length = 0
    let begun = 0
    const act = () =>
      inNameOf('anna', () => {
        begun++
        return [say('a'), say('b'), say('a')].join()
      })
    expect(await withScripts(run, act)).toBe('a,b,a')
    expect({ ran, begun }).toEqual({ ran: ['anna: a', 'anna: b'], begun: 3 })
  })
  it('on many documents asks for what all of them need together', async () => {
    ran.length = 0
    let begun = 0
    const all = Array.from({ length: 200 }, (_, index) => `s${index}`)
    const said: (string | undefined)[] = []
    await withScripts(run, () => {
      begun++
      said.length = 0
      forEachInAct(all, (code) => void said.push(say(code)))
    })
    expect({ said, ran: ran.length, begun }).toEqual({ said: all, ran: 200, begun: 2 })
  })
  it('is given up where what they are asked changes each time', async () => {
    let count = 0
    const act = () => withScripts(run, () => void say(String(count++)))
    await expect(act()).rejects.toThrow('changes all the time')
  })
  it('runs what belongs to no act where it is asked for', () => {
    expect(say('a')).toBe('here')
    expect(() => inNameOf('anna', () => say('a'))).toThrow(ScriptsNeeded)
  })
})
