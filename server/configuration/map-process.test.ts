import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { constants, tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, describe, expect, it } from 'vitest'
import { MapProcess } from './map-process'

const folder = mkdtempSync(join(tmpdir(), 'ilmenite-maps-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** Stands for the program that lays out: says who it is and how far it stands back, ends, or never answers. */
const program = join(folder, 'program.mjs')
writeFileSync(
  program,
  `import { getPriority } from 'node:os'
  process.on('message', ({ id }) => {
    if (id === 'ends') process.exit(1)
    if (id === 'never') for (;;);
    process.send({ id, process: process.pid, priority: getPriority() })
  })`,
)
interface Answer {
  id: string
  process: number
  priority: number
}

describe('the process in which maps are laid out', () => {
  const maps = new MapProcess(program)
  const hurried = new MapProcess(program, 3)
  const asked = async (by: MapProcess, ids: string[]) =>
    Promise.allSettled(ids.map(async (id) => (await by.layOut({ id })) as unknown as Answer))
  const answersOf = (settled: PromiseSettledResult<Answer>[]) =>
    settled.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []))
  afterEach(() => [maps, hurried].forEach((one) => one.end()))

  it('is one for all, stands back for everybody, and answers each in turn', async () => {
    const answers = answersOf(await asked(maps, ['a', 'b', 'c']))
    expect(answers.map(({ id }) => id)).toEqual(['a', 'b', 'c'])
    expect(new Set(answers.map((answer) => answer.process)).size).toBe(1)
    expect(answers[0]!.priority).toBe(constants.priority.PRIORITY_BELOW_NORMAL)
  })

  it('is there before it is asked, where somebody may soon ask', async () => {
    const counted = join(folder, 'counted.mjs')
    const begun = join(folder, 'begun')
    writeFileSync(
      counted,
      `import { appendFileSync } from 'node:fs'
      appendFileSync(${JSON.stringify(begun)}, '.')
      process.on('message', (graph) => process.send(graph))`,
    )
    const early = new MapProcess(counted)
    for (let look = 0; look < 3; look++) early.standBy()
    await expect.poll(() => existsSync(begun), { timeout: 20_000 }).toBe(true)
    await early.layOut({ id: 'a' })
    early.end()
    expect(readFileSync(begun, 'utf8')).toBe('.')
  })

  it.each([
    ['ends', maps],
    ['never', hurried],
  ])('that %s without an answer is begun anew for whoever comes next', async (failing, by) => {
    const settled = await asked(by, ['a', failing, 'b'])
    expect(settled.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled'])
    const [first, second] = answersOf(settled)
    expect(second!.id).toBe('b')
    expect(second!.process).not.toBe(first!.process)
  })

  it('that there is no program for is told, and ends nobody else', async () => {
    await expect(new MapProcess(join(folder, 'none.mjs')).layOut({ id: 'a' })).rejects.toThrow(/ended/)
  })
})
