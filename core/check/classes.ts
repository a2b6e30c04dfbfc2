import { type Condition, ConditionError, covers, parseCondition } from '../condition'
import type { Configuration } from '../configuration'
import type { Finding } from './finding'

/** Class rules that cannot be read, never get their turn, or leave something out. */
export function checkClasses(configuration: Configuration): Finding[] {
  const findings: Finding[] = []
  const before: Condition[] = []
  const read: Condition[] = []
  for (const { id, name, rule, lifecycle } of configuration.classes) {
    const where = { class: id }
    if (!configuration.lifecycles.some((other) => other.id === lifecycle))
      findings.push({
        code: 'unknown-reference',
        severity: 'error',
        where,
        message: `${name} follows the lifecycle “${lifecycle}”, which does not exist`,
      })
    if (!rule) continue
    try {
      const condition = parseCondition(rule, configuration.attributes)
      const shadowed =
        before.length > 0 &&
        covers([...before, { kind: 'not', of: condition }], configuration.attributes).answer === 'yes'
      if (shadowed)
        findings.push({
          code: 'class-shadowed',
          severity: 'warning',
          where,
          message: `no file ever gets the class ${name}: the rules before it take all that it would take`,
        })
      before.push(condition)
      read.push(condition)
    } catch (error) {
      if (!(error instanceof ConditionError)) throw error
      findings.push({
        code: 'guard-invalid',
        severity: 'error',
        where,
        message: `the rule of class ${name} cannot be read at character ${error.position + 1}: ${error.message}`,
        witness: { position: error.position },
      })
    }
  }
  if (read.length === 0) return findings
  const answer = covers(read, configuration.attributes)
  if (answer.answer === 'no')
    findings.push({
      code: 'class-gap',
      severity: 'advice',
      where: {},
      message: 'some files meet no class rule, and get no class',
      witness: { record: answer.witness },
    })
  return findings
}
