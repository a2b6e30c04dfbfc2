import type { Reason } from '../access'
import { ConditionError, evaluate, parseCondition } from '../condition'
import { type Lifecycle, principalName, stateName, type Transition, triggerKind } from '../configuration'
import { conditionRecord } from './condition-record'
import { allowsAll } from './rights'
import { checkedIn, type Standing } from './standing'
import { rightsToFire, whoCould } from './who-could'

/** Where a transition is set, for reasons. */
export const whereIs = (lifecycle: Lifecycle, transition: Transition): string =>
  `${lifecycle.name}, transition ${transition.name}`

/**
 * Everything that stands against a person firing a transition: where the document stands, who they are, guard
 * and references.
 */
export const reasonsAgainstFiring = (
  request: Standing,
  lifecycle: Lifecycle,
  transition: Transition,
): Reason[] =>
  [stands, personMay, referencesStand, guardHolds].flatMap((rule) =>
    rule(request, lifecycle, transition).map((reason) => ({
      ...reason,
      where: reason.where ?? whereIs(lifecycle, transition),
    })),
  )

/** Everything that stands against a transition happening by itself: where the document stands, guard and references. */
export const reasonsAgainstByItself = (
  request: Standing,
  lifecycle: Lifecycle,
  transition: Transition,
): Reason[] =>
  [referencesStand, isIn]
    .flatMap((rule) => rule(request, lifecycle, transition))
    .map((reason) => ({ ...reason, where: reason.where ?? whereIs(lifecycle, transition) }))

/** Tells whether guard and references allow a transition, whoever fires or signs it. */
export const standsOpen = (
  request: Pick<Standing, 'configuration' | 'document'>,
  lifecycle: Lifecycle,
  transition: Transition,
): boolean => [referencesStand, guardHolds].every((rule) => rule(request, lifecycle, transition).length === 0)

const isIn: Rule = ({ document, person }) => checkedIn({ document, person })

/** A reason that is set in the transition, unless it says otherwise. */
type Because = Omit<Reason, 'where'> & { where?: string }
type Rule = (request: Standing, lifecycle: Lifecycle, transition: Transition) => Because[]
/** A rule that depends on the document and not on the person. */
type DocumentRule = (
  request: Pick<Standing, 'configuration' | 'document'>,
  lifecycle: Lifecycle,
  transition: Transition,
) => Because[]

const stands: Rule = ({ configuration, document, person }, _lifecycle, transition) => {
  const { name, trigger, from } = transition
  const reasons: Because[] = []
  if (!triggerKind(trigger).byPeople)
    reasons.push({
      rule: 'trigger',
      message: `${name} is not fired by anybody: it happens by itself where its guard holds`,
      wayOut: 'let its guard become true, or set its trigger to “by hand”',
    })
  if (!from.includes(document.state)) {
    const states = from.map((state) => stateName(configuration, state)).join(' or ')
    reasons.push({
      rule: 'state',
      message: `${document.number} stands in ${stateName(configuration, document.state)}; ${name} starts from ${states}`,
      wayOut: `bring it to ${states} first`,
    })
  }
  return [...reasons, ...checkedIn({ document, person })]
}

const personMay: Rule = (request, lifecycle, transition) => {
  const { configuration, document, person } = request
  const { name, notBy = [] } = transition
  const firedBy = triggerKind(transition.trigger).named(transition)
  // Callers refuse somebody who does not see the document before this.
  const rights = rightsToFire(transition).filter((right) => right !== 'see')
  const { held, reasons } = allowsAll(request, lifecycle, rights)
  const excluding = notBy.map((whom) => document[whom])
  const could = () => whoCould(request, lifecycle, firedBy, { rights, firedBy, notBy: excluding })
  const ask = (otherwise: string) => {
    const who = could()
    return who.length ? `ask ${who.join(' or ')}` : otherwise
  }
  const who = firedBy.map((principal) => principalName(configuration, principal)).join(' or ')
  const nobody = who
    ? `nobody there could: give somebody who is ${who} the right to move there`
    : 'say on the lifecycle sheet who fires it'
  // What nobody fires is told by its trigger, and not by who is not named.
  const isNamed =
    !triggerKind(transition.trigger).byPeople || firedBy.some((principal) => held.has(principal))
  const isExcluded = excluding.includes(person.id)
  return [
    ...(isNamed
      ? []
      : [
          {
            rule: 'fired-by' as const,
            message: `${name} is for ${who || 'nobody yet'}, and ${person.name} is none of them in ${document.folder}`,
            wayOut: ask(nobody),
          },
        ]),
    ...reasons,
    ...(isExcluded
      ? excludedBy(request, transition, ask('let somebody else who may fire it edit or fire it'))
      : []),
  ]
}

/** Somebody who created or last edited a document leaves it to others. */
const excludedBy = (
  { document, person }: Standing,
  { name, notBy = [] }: Transition,
  wayOut: string,
): Because[] =>
  notBy
    .filter((whom) => document[whom] === person.id)
    .map((whom) => ({
      rule: 'excluded',
      message: `${person.name} ${whom === 'creator' ? 'created' : 'last edited'} ${document.number}, and ${name} is for somebody else then`,
      wayOut,
    }))

/** Children must stand where the transition demands it: the direct ones, or all of them. */
const referencesStand: DocumentRule = (
  { configuration, document },
  _lifecycle,
  { name, references: demand },
) => {
  if (!demand) return []
  const wanted = demand.states.map((state) => stateName(configuration, state)).join(' or ')
  const wrong = (document.references ?? []).filter(
    ({ state, direct }) => (direct || demand.depth === 'all') && !demand.states.includes(state),
  )
  const because = (message: string, wayOut: string): Because => ({ rule: 'references', message, wayOut })
  const named = wrong.flatMap(({ number, state }) =>
    number === null
      ? []
      : because(
          `${number}, which ${document.number} refers to, stands in ${stateName(configuration, state)}; ${name} asks for ${wanted}`,
          `bring ${number} to ${wanted} first`,
        ),
  )
  if (named.length === wrong.length) return named
  return [
    ...named,
    because(
      `${document.number} refers to something that you may not see and that does not stand in ${wanted}, as ${name} asks`,
      'ask somebody who may see all that it refers to',
    ),
  ]
}

/** Whether a guard holds; undefined where it cannot be read. */
export function guardIsTrue(
  { configuration, document }: Pick<Standing, 'configuration' | 'document'>,
  guard: string | undefined,
): boolean {
  if (!guard?.trim()) return true
  const condition = parseCondition(guard, configuration.attributes)
  return evaluate(condition, conditionRecord(configuration, document))
}

const guardHolds: DocumentRule = ({ configuration, document }, _lifecycle, { name, guard }) => {
  if (!guard) return []
  try {
    if (guardIsTrue({ configuration, document }, guard)) return []
    return [
      {
        rule: 'guard',
        message: `${document.number} does not meet the guard ${guard}`,
        wayOut: 'fill in the record so that the guard holds',
      },
    ]
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    return [
      {
        rule: 'guard',
        message: `the guard of ${name} cannot be read: ${error.message}`,
        wayOut: 'mend the guard on the lifecycle sheet',
      },
    ]
  }
}
