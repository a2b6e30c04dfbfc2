import { fork } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as later } from 'node:timers/promises'
import { afterAll, describe, expect, it } from 'vitest'
import { forkProgram } from './fork'

const folder = mkdtempSync(join(tmpdir(), 'ilmenite-programs-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** A program that says that it has started, and is then busy without a pause. */
const program = join(folder, 'busy.mjs')
writeFileSync(
  program,
  `import { createJiti } from ${JSON.stringify(import.meta.resolve('jiti'))}
  const { endWithParent } = await createJiti(import.meta.url).import(${JSON.stringify(join(import.meta.dirname, 'program.ts'))})
  endWithParent()
  process.send('there')
  await new Promise((sent) => setTimeout(sent, 100))
  for (;;);`,
)

describe('a program of its own process', () => {
  it('ends, busy as it is, where its parent was gone before it looked', async () => {
    const orphan = fork(program, ['1'])
    const [, signal] = await once(orphan, 'exit')
    expect(signal).toBe('SIGKILL')
  })
  it('goes on while its parent is there', async () => {
    const child = forkProgram(program, 128)
    await once(child, 'message')
    await later(1500)
    expect(child.exitCode ?? child.signalCode).toBeNull()
    child.kill('SIGKILL')
  })
})
