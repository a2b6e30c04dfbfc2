import { defineCommand } from 'citty'
import {
  checkScheme,
  infer,
  InferenceError,
  parse,
  RevisionError,
  type RevisionScheme,
  schemeFields,
  sortLabels,
  type Step,
  walk,
} from '../../core/revision'
import { historiesOf } from '../../core/intake'
import { object, optional } from '../../core/shape'
import { answer, inputLines, UsageError } from '../input'
import { readRegisterFile } from '../register'
import { readShaped } from '../structure'

const schemeArgument = {
  type: 'string',
  description: 'a revision scheme, JSON',
  required: true,
  valueHint: 'S.json',
} as const

/** A scheme from a file, built as it should be; by itself it needs neither id nor name. */
function readScheme(file: string): RevisionScheme {
  const { id, name, ...rest } = schemeFields
  const shape = object({ id: optional(id!), name: optional(name!), ...rest })
  const scheme = readShaped<RevisionScheme>(file, shape, 'revision scheme')
  return { ...scheme, id: scheme.id ?? 'scheme', name: scheme.name ?? scheme.id ?? file }
}

/**
 * A scheme that labels can be read and stepped by. A spelling that is a label too is tried first, so that nothing is in
 * doubt here; `revision check` and the checker say so.
 */
function usableScheme(file: string): RevisionScheme {
  const scheme = readScheme(file)
  const isOfSpelling = (label: string | undefined) =>
    label !== undefined && Object.hasOwn(scheme.spellings ?? {}, label)
  const problem = checkScheme(scheme).find(
    ({ code, labels }) => code !== 'ambiguous' || !isOfSpelling(labels[0]),
  )
  if (problem) throw new UsageError(`${file}: ${problem.message}`)
  return scheme
}

async function allLabels(): Promise<string[]> {
  const labels: string[] = []
  for await (const { text } of inputLines()) if (text !== '') labels.push(text)
  return labels
}

const walkCommand = defineCommand({
  meta: { name: 'walk', description: 'the labels that steps lead through' },
  args: {
    scheme: schemeArgument,
    from: { type: 'string', description: 'the label to start from; else the first', valueHint: 'LABEL' },
    steps: {
      type: 'string',
      description: 'steps with commas between: minor, major, settle, series, series:ID',
      required: true,
    },
  },
  async run({ args }) {
    const scheme = usableScheme(args.scheme)
    const steps = args.steps
      .split(',')
      .map((step) => step.trim())
      .filter(Boolean) as Step[]
    try {
      await answer(walk(scheme, steps, args.from))
    } catch (error) {
      if (!(error instanceof RevisionError)) throw error
      process.stderr.write(`ilmenite: ${error.message}\n`)
      process.exitCode = error.code === 'step-unknown' || error.code === 'series-unknown' ? 2 : 1
    }
  },
})

const parseCommand = defineCommand({
  meta: { name: 'parse', description: 'reads labels from standard input, one a line' },
  args: { scheme: schemeArgument },
  async run({ args }) {
    const scheme = usableScheme(args.scheme)
    for await (const { text: label } of inputLines()) {
      const reading = parse(scheme, label)
      if (reading.ok)
        await answer({
          label,
          ok: true,
          exact: reading.exact,
          canonical: reading.canonical,
          series: scheme.series[reading.position.series]!.id,
        })
      else {
        await answer({ label, ok: false, reason: reading.reason, nearest: reading.nearest })
        process.exitCode = 1
      }
    }
  },
})

const sortCommand = defineCommand({
  meta: { name: 'sort', description: 'sorts labels from standard input as the scheme orders them' },
  args: { scheme: schemeArgument },
  async run({ args }) {
    const result = sortLabels(usableScheme(args.scheme), await allLabels())
    await answer(result)
    if (result.refused.length) process.exitCode = 1
  },
})

const checkSchemeCommand = defineCommand({
  meta: { name: 'check', description: 'whether a scheme is valid, and why not' },
  args: { scheme: schemeArgument },
  async run({ args }) {
    const problems = checkScheme(readScheme(args.scheme))
    await answer({ valid: problems.length === 0, problems })
    if (problems.length) process.exitCode = 1
  },
})

const inferCommand = defineCommand({
  meta: {
    name: 'infer',
    description: 'the simplest scheme that explains the most of the labels on standard input, one a line',
  },
  args: {
    register: {
      type: 'string',
      description: 'a register, CSV, whose dates or lines tell the order of the series',
      valueHint: 'FILE',
    },
  },
  async run({ args }) {
    const histories = args.register ? historiesOf(await readRegisterFile(args.register)) : []
    const labels = await allLabels()
    const foreign = labels.findIndex((label) => /[\u0000-\u0008\u000e-\u001f\ufffd]/.test(label))
    if (foreign >= 0)
      throw new UsageError(
        `standard input, line ${foreign + 1} has characters that no text has: this is not a list of labels, one a line`,
      )
    try {
      await answer(infer(labels, histories))
    } catch (error) {
      if (error instanceof InferenceError) throw new UsageError(`standard input: ${error.message}`)
      throw error
    }
  },
})

export const revisionCommand = defineCommand({
  meta: {
    name: 'revision',
    description: 'walk, read, sort and check revision labels, and infer a scheme from them',
  },
  subCommands: {
    walk: walkCommand,
    parse: parseCommand,
    sort: sortCommand,
    check: checkSchemeCommand,
    infer: inferCommand,
  },
})
