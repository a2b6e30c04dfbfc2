import { defineCommand } from 'citty'
import { ConditionError, evaluate, parseCondition, type Attribute, type DocumentRecord } from '../../core/condition'
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

export const conditionCommand = defineCommand({
  meta: { name: 'condition', description: 'conditions over records' },
  subCommands: { evaluate: evaluateCommand },
})
