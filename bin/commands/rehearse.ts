import { defineCommand } from 'citty'
import { isDate } from '../../core/attribute'
import { UnknownError } from '../../core/configuration'
import { loadSandbox } from '../../core/script'
import { contains, emptyWorld, readAct, RehearsalError, rehearse, type World } from '../../core/rehearsal'
import { configurationArgument, directoryArgument, readConfiguration, readDirectory } from '../configuration'
import { answer, inputLines, parseJson, UsageError } from '../input'

/** The day that a rehearsal takes place on. @throws UsageError where it is none. */
export function dayOf(given: string | undefined): string {
  if (given === undefined) return new Date().toISOString().slice(0, 10)
  if (isDate(given)) return given
  throw new UsageError(`--today ${given} is no day: write it as 2026-03-01`)
}

/** What an act would do, with whether it came out as it was expected to. */
function rehearsed(world: World, line: unknown): { told: object; isExpected: boolean } {
  const { id, expect, ...act } = line as { id?: unknown; expect?: unknown }
  const known = id === undefined ? {} : { id }
  try {
    const told = { ...known, ...rehearse(world, readAct(act)) }
    return { told, isExpected: expect === undefined || contains(told, expect) }
  } catch (error) {
    if (!(error instanceof RehearsalError || error instanceof UnknownError)) throw error
    return { told: { ...known, error: { message: error.message } }, isExpected: false }
  }
}

export const rehearseCommand = defineCommand({
  meta: {
    name: 'rehearse',
    description:
      'what acts would do, one after the other, in a vault in memory: NDJSON of acts on standard input',
  },
  args: {
    configuration: configurationArgument,
    directory: directoryArgument,
    today: { type: 'string', description: 'the day, today where none is given', valueHint: 'DATE' },
  },
  async run({ args }) {
    await loadSandbox()
    const configuration = readConfiguration(args.configuration)
    const world = emptyWorld(configuration, readDirectory(args.directory), dayOf(args.today))
    for await (const { text, line } of inputLines()) {
      if (text.trim() === '') continue
      const act = parseJson<unknown>(text, 'standard input', line)
      if (typeof act !== 'object' || act === null || Array.isArray(act))
        throw new UsageError(`standard input, line ${line}: an act is an object`)
      const { told, isExpected } = rehearsed(world, act)
      await answer(told)
      if (!isExpected) process.exitCode = 1
    }
  },
})
