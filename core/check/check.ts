import type { Directory } from '../access'
import { effortLeft, forOneCheck } from '../condition'
import type { Configuration, Lifecycle } from '../configuration'
import { checkAttributes } from './attributes'
import { checkClasses } from './classes'
import { checkEffects, stampsUnbound } from './effects'
import type { Finding } from './finding'
import { checkGuards } from './guards'
import { checkLoops } from './loops'
import { checkNames } from './names'
import { checkNotices } from './notices'
import { checkPeople } from './people'
import { checkRevisions, checkSchemes } from './revisions'
import { scopeOf } from './scope'
import { checkStructure, statesUnused } from './structure'

const weight: Record<Finding['severity'], number> = { error: 0, warning: 1, advice: 2 }

/**
 * Everything that is wrong or doubtful in a configuration (model, section 5), errors first. With a directory, people
 * and folders count too; without one only what the configuration says by itself. Lifecycles that are as they were at
 * the last check, among the same surroundings, are not checked again.
 */
export function check(configuration: Configuration, directory?: Directory): Finding[] {
  return forOneCheck(() => [
    ...checkSchemes(configuration),
    ...checkNames(configuration),
    ...checkAttributes(configuration),
    ...statesUnused(configuration),
    ...checkLifecycles(configuration, directory),
    ...stampsUnbound(configuration),
    ...checkClasses(configuration),
  ]).sort((a, b) => weight[a.severity] - weight[b.severity])
}

const checksOfLifecycle = [
  checkStructure,
  checkGuards,
  checkLoops,
  checkPeople,
  checkRevisions,
  checkEffects,
  checkNotices,
]

/** What was found in each lifecycle at the last check, by its text; good only among the same surroundings. */
let last = { surroundings: '', findings: new Map<string, Finding[]>() }

function checkLifecycles(configuration: Configuration, directory: Directory | undefined): Finding[] {
  const surroundings = surroundingsOf(configuration, directory)
  const before = last.surroundings === surroundings ? last.findings : new Map<string, Finding[]>()
  const now = new Map<string, Finding[]>()
  const all = configuration.lifecycles.flatMap((lifecycle) => {
    const text = JSON.stringify(lifecycle)
    const found = before.get(text) ?? checkLifecycle(configuration, lifecycle, directory)
    // What was left undecided for want of steps may be decided next time.
    if (effortLeft() > 0) now.set(text, found)
    return found
  })
  last = { surroundings, findings: now }
  return all
}

function checkLifecycle(
  configuration: Configuration,
  lifecycle: Lifecycle,
  directory: Directory | undefined,
): Finding[] {
  const scope = scopeOf(configuration, lifecycle, directory)
  return checksOfLifecycle.flatMap((of) => of(scope))
}

/** Everything besides itself that a lifecycle's findings rest on, as one text to compare. */
function surroundingsOf(configuration: Configuration, directory: Directory | undefined): string {
  const { attributes, schemes, states, roles, groups, classes, scripts } = configuration
  const followed = classes.map(({ id, lifecycle }) => [id, lifecycle])
  return JSON.stringify([attributes, schemes, states, roles, groups, scripts, followed, directory])
}
