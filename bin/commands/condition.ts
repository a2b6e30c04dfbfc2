import { defineCommand } from 'citty'
import { ConditionError, evaluate, parseCondition, questions, solve, type Attribute, type Condition, type DocumentRecord, type Question } from '../../core/condition'
import { answer, inputLines, parseJson, readJson, UsageError } from '../input'

const evaluateCommand = defineCommand({
  meta: { name: 'evaluate', description: 'whether conditions hold for records: NDJSON of {"id","condition","record"} on standard input' },
  args: { attributes: { type: 'string', description: 'an array of attributes, JSON', required: true, valueHint: 'A.json' } },
  async run({ args }) {
    const attributes = readJson<Attribute[]>(args.attributes)
    if (!Array.isArray(attributes)) throw new UsageError(`${args.attributes} is no array of attributes`)
    for await (const { text, line } of inputLines()) {
      if (text.trim() === '') continue
      const { id, condition, record } = parseJson<{ id: unknown; condition: string; record: DocumentRecord }>(text, 'standard input', line)
      try {
        await answer({ id, value: evaluate(parseCondition(String(condition ?? ''), attributes), record ?? {}) })
      } catch (error) {
        if (!(error instanceof ConditionError)) throw error
        await answer({ id, error: { message: error.message, position: error.position } })
        process.exitCode = 1
      }
    }
  },
})

/** How many conditions each question takes; covers takes any number. */
const taken: Record<Question, number | undefined> = { satisfiable: 1, overlap: 2, implies: 2, covers: undefined }

function readQuestion(text: string, line: number): { id: unknown; ask: Question; conditions: string[] } {
  const { id, ask, conditions } = parseJson<{ id: unknown; ask: Question; conditions: string[] }>(text, 'standard input', line)
  if (!questions.includes(ask)) throw new UsageError(`standard input, line ${line}: there is no question “${String(ask)}”; ask one of ${questions.join(', ')}`)
  if (!Array.isArray(conditions)) throw new UsageError(`standard input, line ${line}: "conditions" is no list`)
  if (taken[ask] !== undefined && conditions.length !== taken[ask]) throw new UsageError(`standard input, line ${line}: ${ask} takes ${taken[ask]} ${taken[ask] === 1 ? 'condition' : 'conditions'}, not ${conditions.length}`)
  return { id, ask, conditions }
}

const solveCommand = defineCommand({
  meta: { name: 'solve', description: 'questions about conditions: NDJSON of {"id","ask","conditions"} on standard input' },
  args: { attributes: { type: 'string', description: 'an array of attributes, JSON', required: true, valueHint: 'A.json' } },
  async run({ args }) {
    const attributes = readJson<Attribute[]>(args.attributes)
    if (!Array.isArray(attributes)) throw new UsageError(`${args.attributes} is no array of attributes`)
    for await (const { text, line } of inputLines()) {
      if (text.trim() === '') continue
      const { id, ask, conditions } = readQuestion(text, line)
      try {
        const parsed: Condition[] = conditions.map((condition) => parseCondition(String(condition ?? ''), attributes))
        await answer({ id, ...solve(ask, parsed, attributes) })
      } catch (error) {
        if (!(error instanceof ConditionError)) throw error
        await answer({ id, error: { message: error.message, position: error.position } })
        process.exitCode = 1
      }
    }
  },
})

export const conditionCommand = defineCommand({
  meta: { name: 'condition', description: 'conditions over records' },
  subCommands: { evaluate: evaluateCommand, solve: solveCommand },
})
