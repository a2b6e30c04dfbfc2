import { ConditionError, parseCondition, solve } from '../../condition'
import { fromPattern } from '../from-pattern'
import { EditError, idFor, named } from '../naming'
import type { Configuration, DocumentClass } from '../types'
import type { CompanyLifecycle, CompanyPattern, PatternClass } from './company-pattern'

/**
 * Adds what a company pattern makes to a configuration. Attributes, states and roles that are there already are used.
 *
 * @param chosen ids of the choices that are taken
 * @throws EditError if an attribute, a scheme, a lifecycle or a class of the name is something else already
 */
export const withCompanyPattern = (
  configuration: Configuration,
  pattern: CompanyPattern,
  chosen: ReadonlySet<string>,
): Configuration => pattern.lifecycles(chosen).reduce(withLifecycle, withAttributes(configuration, pattern))

function withAttributes(configuration: Configuration, { name, attributes }: CompanyPattern): Configuration {
  const missing = attributes.filter((attribute) => {
    const known = configuration.attributes.find(({ id }) => id === attribute.id)
    if (known && known.type !== attribute.type)
      throw new EditError(
        `${known.name} is a ${known.type} here and a ${attribute.type} in “${name}”: give it another id first`,
      )
    return !known
  })
  return { ...configuration, attributes: [...configuration.attributes, ...missing] }
}

function withLifecycle(configuration: Configuration, pattern: CompanyLifecycle): Configuration {
  const { lifecycles, schemes } = configuration
  const { scheme: labels, name } = pattern
  const scheme = {
    ...labels,
    id: idFor(labels.name, ids(schemes)),
    name: named(labels.name, 'scheme', names(schemes)),
  }
  const start = {
    id: idFor(name, ids(lifecycles)),
    name: named(name, 'lifecycle', names(lifecycles)),
    scheme: scheme.id,
    revisionAttribute: 'revision',
  }
  const made = fromPattern({ ...configuration, schemes: [...schemes, scheme] }, pattern, start)
  return pattern.classes.reduce((before, wanted) => withClass(before, wanted, start.id), made)
}

/** Adds a class. If others take some of its files, it takes those of its folder, and is asked before them. */
function withClass(configuration: Configuration, made: PatternClass, lifecycle: string): Configuration {
  const { classes } = configuration
  const { folder, ...rest } = made
  const isNarrow = classes.some(({ rule }) => mayOverlap(configuration, rule, made.rule))
  const documentClass: DocumentClass = {
    ...rest,
    id: idFor(made.name, ids(classes)),
    name: named(made.name, 'class', names(classes)),
    rule: isNarrow ? `${isIn(folder)} && ${made.rule}` : made.rule,
    lifecycle,
  }
  return { ...configuration, classes: isNarrow ? [documentClass, ...classes] : [...classes, documentClass] }
}

const isIn = (folder: string) => `(folder_path == "${folder}" || folder_path.startsWith("${folder}/"))`

/** Tells whether a rule and one of a pattern take a file in common. A rule that cannot be read takes none. */
function mayOverlap({ attributes }: Configuration, rule: string, ofPattern: string): boolean {
  if (!rule) return false
  try {
    const [one, other] = [parseCondition(rule, attributes), parseCondition(ofPattern, attributes)]
    return solve('overlap', [one, other], attributes).answer !== 'no'
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    return false
  }
}

const ids = (list: { id: string }[]) => list.map(({ id }) => id)
const names = (list: { name: string }[]) => list.map(({ name }) => name)
