import { type Condition, ConditionError, parseCondition, type Solution, solve } from '../condition'
import type { Configuration, DocumentClass } from '../configuration'
import { finding, type Finding } from './finding'

/** Class rules that cannot be read, never hold, never get their turn, or leave something out. */
export function checkClasses(configuration: Configuration): Finding[] {
  const read: Condition[] = []
  const findings = configuration.classes.flatMap((documentClass) => [
    ...unknownIn(configuration, documentClass),
    ...ruleOf(configuration, documentClass, read),
  ])
  return [...findings, ...gap(configuration, read)]
}

function unknownIn({ lifecycles, attributes: all }: Configuration, documentClass: DocumentClass): Finding[] {
  const { id, name, lifecycle, attributes = [], groups = [] } = documentClass
  const unknown = (message: string) => finding('unknown-reference', { class: id }, message)
  return [
    ...(lifecycles.some((other) => other.id === lifecycle)
      ? []
      : [unknown(`${name} follows the lifecycle “${lifecycle}”, which does not exist`)]),
    ...attributes
      .filter((attribute) => !all.some((other) => other.id === attribute))
      .map((attribute) => unknown(`${name} has the attribute “${attribute}”, which does not exist`)),
    ...groups
      .filter(({ from }) => !(documentClass.attributes ?? all.map((one) => one.id)).includes(from))
      .map((group) =>
        unknown(`the group ${group.name} of ${name} begins at “${group.from}”, which its sheet has not`),
      ),
  ]
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
    const never = solve('satisfiable', [condition], attributes)
    const shadowed = before.length > 0 ? solve('covers', others, attributes) : undefined
    before.push(condition)
    return [
      ...neverTrue(where, name, never),
      ...(never.answer === 'no' ? [] : shadowedBy(where, name, shadowed)),
    ]
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    const message = `the rule of class ${name} cannot be read at character ${error.position + 1}: ${error.message}`
    return [finding('guard-invalid', where, message, { witness: { position: error.position } })]
  }
}

type OfClass = { class: string }

function neverTrue(where: OfClass, name: string, { answer, why }: Solution): Finding[] {
  if (answer === 'yes') return []
  if (answer === 'no')
    return [
      finding('guard-never-true', where, `no file can meet the rule of ${name}: none ever gets that class`),
    ]
  const doubt = `it cannot be decided whether a file can meet the rule of ${name} (${why})`
  return [finding('guard-never-true', where, doubt, { severity: 'advice' })]
}

function shadowedBy(where: OfClass, name: string, solution: Solution | undefined): Finding[] {
  if (!solution || solution.answer === 'no') return []
  if (solution.answer === 'yes') {
    const message = `no file ever gets the class ${name}: the rules before it take all that it would take`
    return [finding('class-shadowed', where, message)]
  }
  const doubt = `it cannot be decided whether the rules before ${name} take all that it would take (${solution.why})`
  return [finding('class-shadowed', where, doubt, { severity: 'advice' })]
}

function gap({ attributes }: Configuration, rules: Condition[]): Finding[] {
  if (rules.length === 0) return []
  const { answer, witness, why } = solve('covers', rules, attributes)
  if (answer === 'yes') return []
  if (answer === 'undecided')
    return [finding('class-gap', {}, `some files may meet no class rule: it cannot be decided (${why})`)]
  const message = 'some files meet no class rule, and get no class'
  return [finding('class-gap', {}, message, { witness: { record: witness } })]
}
