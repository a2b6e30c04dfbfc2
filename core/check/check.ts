import { ConditionError, parseCondition } from '../condition'
import { schemeIn, stateName, templateFault, type Configuration, type Lifecycle, type Transition } from '../lifecycle'
import { catalogueNames } from './names'
import { checkScheme } from '../revision'

/** What the checker says of a configuration. An `error` stops publishing. */
export interface Finding {
  code: string
  severity: 'error' | 'warning' | 'advice'
  where: { lifecycle?: string; state?: string; transition?: string; scheme?: string; class?: string }
  message: string
  witness?: unknown
}

/** Everything that is wrong or doubtful in a configuration, in its own order (model, section 5). */
export function check(configuration: Configuration): Finding[] {
  return [
    ...configuration.schemes.flatMap((scheme) => checkScheme(scheme).map((problem): Finding => ({
      code: problem.code === 'ambiguous' ? 'scheme-ambiguous' : 'scheme-invalid',
      severity: 'error', where: { scheme: scheme.id }, message: problem.message,
      ...(problem.labels.length ? { witness: { labels: problem.labels } } : {}),
    }))),
    ...catalogueNames(configuration),
    ...configuration.lifecycles.flatMap((lifecycle) => checkLifecycle(configuration, lifecycle)),
    ...checkClasses(configuration),
  ]
}

function checkLifecycle(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const findings: Finding[] = []
  const say = (code: string, severity: Finding['severity'], message: string, where: Finding['where'] = {}) =>
    findings.push({ code, severity, where: { lifecycle: lifecycle.id, ...where }, message })
  const used = lifecycle.states.map((use) => use.state)
  if (!used.includes(lifecycle.entry)) say('entry-missing', 'error', `${lifecycle.name} has no state in which documents enter`)
  if (!schemeIn(configuration, lifecycle)) say('unknown-reference', 'error', `${lifecycle.name} names a revision scheme that does not exist`)
  if (lifecycle.revisionAttribute && !configuration.attributes.some(({ id }) => id === lifecycle.revisionAttribute))
    say('unknown-reference', 'error', `${lifecycle.name} keeps the label in “${lifecycle.revisionAttribute}”, which is no attribute`)
  for (const state of used) {
    if (!configuration.states.some(({ id }) => id === state)) say('unknown-reference', 'error', `${lifecycle.name} uses the state “${state}”, which is not in the catalogue`, { state })
    for (const finding of deadEnds(configuration, lifecycle, state)) findings.push(finding)
  }
  for (const transition of lifecycle.transitions) findings.push(...checkTransition(configuration, lifecycle, transition, used))
  return findings
}



function deadEnds(configuration: Configuration, lifecycle: Lifecycle, state: string): Finding[] {
  const use = lifecycle.states.find((other) => other.state === state)!
  const name = stateName(configuration, state)
  const where = { lifecycle: lifecycle.id, state }
  const leaves = lifecycle.transitions.some((transition) => transition.from.includes(state) && transition.to !== state)
  const findings: Finding[] = []
  if (!reachable(lifecycle).has(state)) findings.push({ code: 'state-unreachable', severity: 'warning', where, message: `no transition leads from the entry to ${name}` })
  if (!leaves && !use.final) findings.push({ code: 'state-stuck', severity: 'warning', where, message: `nothing leads out of ${name}, and it is not marked final` })
  if (leaves && use.final) findings.push({ code: 'final-with-exit', severity: 'warning', where, message: `${name} is marked final, and yet a transition leads out of it` })
  return findings
}

function reachable(lifecycle: Lifecycle): Set<string> {
  const reached = new Set([lifecycle.entry])
  for (let grew = true; grew;) {
    grew = false
    for (const { from, to } of lifecycle.transitions)
      if (!reached.has(to) && from.some((state) => reached.has(state))) {
        reached.add(to)
        grew = true
      }
  }
  return reached
}

function checkTransition(configuration: Configuration, lifecycle: Lifecycle, transition: Transition, used: string[]): Finding[] {
  const findings: Finding[] = []
  const say = (code: string, severity: Finding['severity'], message: string, witness?: unknown) =>
    findings.push({ code, severity, where: { lifecycle: lifecycle.id, transition: transition.id }, message, ...(witness === undefined ? {} : { witness }) })
  const isAttribute = (id: string) => configuration.attributes.some((attribute) => attribute.id === id)

  if (lifecycle.transitions.some((other) => other !== transition && other.name.toLowerCase() === transition.name.toLowerCase()))
    say('duplicate-name', 'error', `two transitions of ${lifecycle.name} are called ${transition.name}`)
  for (const state of [...transition.from, transition.to])
    if (!used.includes(state)) say('unknown-reference', 'error', `${transition.name} names the state “${state}”, which ${lifecycle.name} does not use`)
  if (transition.guard) {
    try {
      parseCondition(transition.guard, configuration.attributes)
    } catch (error) {
      if (!(error instanceof ConditionError)) throw error
      say('guard-invalid', 'error', `the guard of ${transition.name} cannot be read at character ${error.position + 1}: ${error.message}`, { position: error.position })
    }
  }
  if (transition.trigger === 'hand' && !transition.firedBy?.length) say('nobody-can-fire', 'error', `nobody may fire ${transition.name}: say who`)
  const step = unsupportedStep(configuration, lifecycle, transition)
  if (step) say(...step)
  for (const effect of transition.effects) {
    if (effect.kind !== 'write') continue
    if (!isAttribute(effect.attribute)) say('write-unknown-attribute', 'error', `${transition.name} writes “${effect.attribute}”, which is no attribute`)
    const fault = templateFault(effect.value)
    if (fault) say('template-invalid', 'error', `what ${transition.name} writes into ${effect.attribute} cannot be read: ${fault}`)
  }
  return findings
}

function unsupportedStep(configuration: Configuration, lifecycle: Lifecycle, { name, revision, from }: Transition): [string, 'error' | 'warning', string] | undefined {
  const scheme = schemeIn(configuration, lifecycle)
  if (!scheme) return undefined
  if (revision.startsWith('adopt:')) {
    const attribute = revision.slice('adopt:'.length)
    if (!configuration.attributes.some(({ id }) => id === attribute)) return ['adoption-incomplete', 'error', `${name} adopts the label in “${attribute}”, which is no attribute`]
    const off = lifecycle.states.filter((use) => from.includes(use.state) && !use.adoption).map((use) => stateName(configuration, use.state))
    return off.length ? ['adoption-incomplete', 'error', `${name} adopts a label, and adoption is off in ${off.join(', ')}`] : undefined
  }
  if (revision.startsWith('series:') && !scheme.series.some(({ id }) => `series:${id}` === revision))
    return ['step-unsupported', 'error', `${name} starts the series “${revision.slice(7)}”, which ${scheme.name} does not have`]
  if (revision === 'series' && scheme.series.length < 2) return ['step-unsupported', 'error', `${name} starts the next series, and ${scheme.name} has only one`]
  if (revision === 'minor' && scheme.series.every((series) => !series.minor)) return ['step-unsupported', 'error', `${name} steps minor, and no series of ${scheme.name} has minors`]
  return undefined
}

function checkClasses(configuration: Configuration): Finding[] {
  return configuration.classes.flatMap((documentClass) => {
    const where = { class: documentClass.id }
    const findings: Finding[] = []
    if (!configuration.lifecycles.some(({ id }) => id === documentClass.lifecycle))
      findings.push({ code: 'unknown-reference', severity: 'error', where, message: `${documentClass.name} follows the lifecycle “${documentClass.lifecycle}”, which does not exist` })
    try {
      if (documentClass.rule) parseCondition(documentClass.rule, configuration.attributes)
    } catch (error) {
      findings.push({ code: 'guard-invalid', severity: 'error', where, message: `the rule of class ${documentClass.name} cannot be read: ${(error as Error).message}` })
    }
    return findings
  })
}
