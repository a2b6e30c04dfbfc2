import { type Condition, ConditionError, covers, parseCondition } from '../condition'
import type { Configuration, DocumentClass } from '../configuration'
import { finding, type Finding } from './finding'

/** Class rules that cannot be read, never get their turn, or leave something out. */
export function checkClasses(configuration: Configuration): Finding[] {
  const read: Condition[] = []
  const findings = configuration.classes.flatMap((documentClass) => [
    ...lifecycleUnknown(configuration, documentClass),
    ...ruleOf(configuration, documentClass, read),
  ])
  return [...findings, ...gap(configuration, read)]
}

function lifecycleUnknown({ lifecycles }: Configuration, { id, name, lifecycle }: DocumentClass): Finding[] {
  if (lifecycles.some((other) => other.id === lifecycle)) return []
  const message = `${name} follows the lifecycle “${lifecycle}”, which does not exist`
  return [finding('unknown-reference', { class: id }, message)]
}

/** What is wrong with a class's rule; adds it to those that are tried before the next one's. */
function ruleOf(
  { attributes }: Configuration,
  { id, name, rule }: DocumentClass,
  before: Condition[],
): Finding[] {
  if (!rule) return []
  const where = { class: id }
  try {
    const condition = parseCondition(rule, attributes)
    const others: Condition[] = [...before, { kind: 'not', of: condition }]
    const isShadowed = before.length > 0 && covers(others, attributes).answer === 'yes'
    before.push(condition)
    const message = `no file ever gets the class ${name}: the rules before it take all that it would take`
    return isShadowed ? [finding('class-shadowed', where, message)] : []
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    const message = `the rule of class ${name} cannot be read at character ${error.position + 1}: ${error.message}`
    return [finding('guard-invalid', where, message, { witness: { position: error.position } })]
  }
}

function gap({ attributes }: Configuration, rules: Condition[]): Finding[] {
  if (rules.length === 0) return []
  const { answer, witness } = covers(rules, attributes)
  if (answer !== 'no') return []
  const message = 'some files meet no class rule, and get no class'
  return [finding('class-gap', {}, message, { witness: { record: witness } })]
}
