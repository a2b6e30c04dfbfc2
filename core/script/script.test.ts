import { beforeAll, describe, expect, it } from 'vitest'
import { loadSandbox, runScript, type ScriptFacts } from '.'

const facts: ScriptFacts = {
  document: {
    ...{ number: 'BR-1001', class: 'drawing', lifecycle: 'workshop', state: 'issued', folder: '/Grips' },
    ...{ fileName: 'BR-1001.dxf', revision: 'B', version: 3, owner: '3', creator: '3', lastEditor: '3' },
    record: { title: 'Grip jaw', mass: 12.5, checked: true, note: null },
  },
  transition: { id: 'issue', name: 'Issue', from: 'checking', to: 'issued' },
  person: { name: 'Mara Feldhaus' },
  today: '2026-03-01',
  comment: 'as agreed',
}
/** Generous, so that a busy machine ends no script but those that never end. */
const limits = { time: 10_000, memory: 8 * 2 ** 20 }
const run = (code: string, time = limits.time) =>
  runScript({ id: 's', name: 'Weigh', code }, facts, { ...limits, time })

beforeAll(loadSandbox)

describe('a script', () => {
  it('sees the facts of a document, and writes, tells and says what comes of them', () => {
    const outcome = run(`
      write('mass', document.record.mass * 2)
      write('note', transition.name + ' ' + today + ' ' + person.name + ' ' + comment)
      write('title')
      tell(['owner', 'mail:yard@example.org'], 'Mass', document.number + ' ' + document.revision)
      say({ state: document.state }); say('plain')`)
    expect(outcome).toEqual({
      written: [
        { attribute: 'mass', value: 25 },
        { attribute: 'note', value: 'Issue 2026-03-01 Mara Feldhaus as agreed' },
        { attribute: 'title', value: null },
      ],
      told: [{ to: ['owner', 'mail:yard@example.org'], subject: 'Mass', body: 'BR-1001 B' }],
      said: ['{"state":"issued"}', 'plain'],
      refused: null,
    })
  })

  it('refuses with a reason, and what it did until then is not done', () => {
    expect(run(`if (document.record.mass > 10) refuse('too heavy'); write('mass', 1)`)).toMatchObject({
      refused: 'too heavy',
      written: [],
    })
    expect(run(`try { refuse('no') } catch {}`)).toMatchObject({ refused: 'no' })
  })

  it.each([
    ['const all = []; for (;;) all.push({})', 'was ended: it took more than 8 MB'],
    ['const deep = () => deep() + 1; deep()', 'stack'],
    ['const x = ;', 'line 1'],
    ['\n\nnothing.there', 'line 3'],
    ['throw new Error("so")', 'broke off in line 1: so'],
    ['write("mass", { a: 1 })', 'no value'],
    ['write("mass", 0 / 0)', 'mass is written with NaN'],
    ['write("mass", 1e309)', 'mass is written with Infinity'],
    ['write("mass", 10n)', 'mass is written with a bigint'],
    ['write("mass", Symbol("a"))', 'no value'],
    ['say(10n)', 'broke off in line 1'],
    ['tell("nobody", "a", "b")', 'nobody who can be told'],
    ['for (let i = 0; i < 2000; i++) write("mass", i)', '1000'],
    ['return new Date()', 'Date'],
    ['Math.random()', 'not a function'],
    ['fetch("http://example.org")', 'fetch'],
    ['process.exit(1)', 'process'],
    ['require("fs")', 'require'],
  ])('ends “%s” and says why', (code, why) => {
    expect(() => run(code)).toThrow(why)
  })

  it('ends one that never ends, also in its catch', () => {
    expect(() => run('while (true) {}', 300)).toThrow('was ended: it took more than 300 ms')
    expect(() => run('for (;;) { try { for (;;) {} } catch {} }', 300)).toThrow('was ended')
  })

  it.each([
    'Object.prototype.toJSON = () => 1',
    'Array.prototype.toJSON = () => "x"',
    'Object.defineProperty(Array.prototype, "0", { set() {} })',
    'JSON.stringify = () => "{}"; Array.isArray = () => false; Object.setPrototypeOf = () => 0',
    'BigInt.prototype.toJSON = () => 7',
  ])('asks for what it writes, whatever it does to the language: %s', (code) => {
    const outcome = run(`${code}; write('mass', 2); tell(['owner'], 'a', 'b')`)
    expect(outcome).toMatchObject({
      written: [{ attribute: 'mass', value: 2 }],
      told: [{ to: ['owner'], subject: 'a', body: 'b' }],
    })
  })

  it('leaves nothing behind for the next one', () => {
    run('globalThis.left = 1; Array.prototype.push = () => 0; JSON.stringify = () => "{}"')
    expect(run('say(typeof left); say([1].push(2))').said).toEqual(['undefined', '2'])
  })

  it('gives the same outcome each time', () => {
    const code = 'write("note", [...Array(5).keys()].map((n) => n * n).join())'
    expect(run(code)).toEqual(run(code))
  })
})
