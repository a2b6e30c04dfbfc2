import { defineCommand } from 'citty'
import {
  type Condition,
  ConditionError,
  evaluate,
  parseCondition,
  type Question,
  questions,
  solve,
} from '../../core/condition'
import { type Attribute, attributeFields, type DocumentRecord } from '../../core/attribute'
import { list, object } from '../../core/shape'
import { answer, inputLines, parseJson, UsageError } from '../input'
import { readShaped } from '../structure'

const attributeList = list(object(attributeFields), 10_000)

const args = {
  attributes: {
    type: 'string',
    description: 'an array of attributes, JSON',
    required: true,
    valueHint: 'A.json',
  },
} as const

/** Answers each line of standard input by its own; a condition that cannot be read is an answer too. */
async function answerLines(
  file: string,
  ask: (text: string, line: number, attributes: Attribute[]) => { id: unknown; answered: () => object },
): Promise<void> {
  const attributes = readShaped<Attribute[]>(file, attributeList, 'array of attributes')
  for await (const { text, line } of inputLines()) {
    if (text.trim() === '') continue
    const { id, answered } = ask(text, line, attributes)
    try {
      await answer({ id, ...answered() })
    } catch (error) {
      if (!(error instanceof ConditionError)) throw error
      await answer({ id, error: { message: error.message, position: error.position } })
      process.exitCode = 1
    }
  }
}

const read = (condition: unknown, attributes: Attribute[]): Condition =>
  parseCondition(String(condition ?? ''), attributes)

const evaluateCommand = defineCommand({
  meta: {
    name: 'evaluate',
    description:
      'whether conditions hold for records: NDJSON of {"id","condition","record"} on standard input',
  },
  args,
  run: ({ args: { attributes: file } }) =>
    answerLines(file, (text, line, attributes) => {
      const { id, condition, record } = parseJson<{ id: unknown; condition: string; record: DocumentRecord }>(
        text,
        'standard input',
        line,
      )
      return { id, answered: () => ({ value: evaluate(read(condition, attributes), record ?? {}) }) }
    }),
})

/** How many conditions each question takes; covers takes any number. */
const taken: Record<Question, number | undefined> = {
  satisfiable: 1,
  overlap: 2,
  implies: 2,
  covers: undefined,
}

function readQuestion(text: string, line: number): { id: unknown; ask: Question; conditions: string[] } {
  const { id, ask, conditions } = parseJson<{ id: unknown; ask: Question; conditions: string[] }>(
    text,
    'standard input',
    line,
  )
  if (!questions.includes(ask))
    throw new UsageError(
      `standard input, line ${line}: there is no question “${String(ask)}”; ask one of ${questions.join(', ')}`,
    )
  if (!Array.isArray(conditions))
    throw new UsageError(`standard input, line ${line}: "conditions" is no list`)
  if (taken[ask] !== undefined && conditions.length !== taken[ask])
    throw new UsageError(
      `standard input, line ${line}: ${ask} takes ${taken[ask]} ${taken[ask] === 1 ? 'condition' : 'conditions'}, not ${conditions.length}`,
    )
  return { id, ask, conditions }
}

const solveCommand = defineCommand({
  meta: {
    name: 'solve',
    description: 'questions about conditions: NDJSON of {"id","ask","conditions"} on standard input',
  },
  args,
  run: ({ args: { attributes: file } }) =>
    answerLines(file, (text, line, attributes) => {
      const { id, ask, conditions } = readQuestion(text, line)
      return {
        id,
        answered: () =>
          solve(
            ask,
            conditions.map((condition) => read(condition, attributes)),
            attributes,
          ),
      }
    }),
})

export const conditionCommand = defineCommand({
  meta: { name: 'condition', description: 'conditions over records' },
  subCommands: { evaluate: evaluateCommand, solve: solveCommand },
})
