import { allows, chainTo, principalsOf, relationOf } from '../../access'
import { ConditionError, namesOf, parseCondition } from '../../condition'
import { type Configuration, type Lifecycle, lifecycleOf, triggerKind } from '../../configuration'
import { type DocumentSnapshot, followedIn } from '../../engine'
import { type Actor, activePeople, type World } from '../world'
import { namedThere, type Plan } from './node'
import { askingIn, unsettledIn } from './ways'

/** What the steps of a plan rest on. */
export function planFor(world: World, document: DocumentSnapshot, to: string): Plan {
  const lifecycle = lifecycleOf(world.configuration, document.lifecycle)
  const named = JSON.stringify([
    lifecycle.states.map(({ grants }) => Object.keys(grants)),
    lifecycle.transitions.map((one) => triggerKind(one.trigger).named(one)),
    chainTo(world.folders, document.folder).map(({ grants, withhold }) => [
      Object.keys(grants ?? {}),
      Object.keys(withhold ?? {}),
    ]),
  ])
  const ownerMatters = named.includes('"owner"')
  return {
    ...{
      world,
      lifecycle,
      to,
      followed: followedIn(world.configuration, lifecycle),
      people: activePeople(world),
      blocked: new Map(),
      left: { acts: 100_000, ways: false },
    },
    onTheWay: leadingTo(lifecycle, to),
    askedNames: askedNames(world.configuration, lifecycle),
    editable: editableStates(world, lifecycle, document, ownerMatters),
    asking: askingIn(lifecycle),
    unsettled: unsettledIn(lifecycle),
    ways: new Map(),
    asked: new Map(),
    witnesses: new Map(),
    editorKind: editorKinds(world, lifecycle, document, ownerMatters),
    ownerMatters,
  }
}

/** The states from which a goal can be reached along transitions, the goal among them. */
function leadingTo({ transitions }: Lifecycle, to: string): Set<string> {
  const found = new Set([to])
  for (let before = 0; before !== found.size;) {
    before = found.size
    for (const { from, to: next } of transitions)
      if (found.has(next)) for (const state of from) found.add(state)
  }
  return found
}

/**
 * What somebody could do, were they not the last editor: the transitions with a rule about one that name them, the
 * seats there, from where they may move, and whether they created it; themselves alone where it depends on whose the
 * document is.
 */
function editorKinds(
  world: World,
  { transitions, states }: Lifecycle,
  document: DocumentSnapshot,
  ownerMatters: boolean,
): Plan['editorKind'] {
  const rules = transitions.filter(({ notBy }) => notBy?.includes('lastEditor'))
  if (rules.length === 0) return () => ''
  if (ownerMatters) return (person) => person
  const chain = chainTo(world.folders, document.folder)
  const kindOf = (person: Actor): string => {
    const held = principalsOf(person, chain)
    const isNamed = (principals: string[]) => principals.some((principal) => held.has(principal))
    const own = rules.filter((rule) => isNamed(triggerKind(rule.trigger).named(rule)))
    if (own.length === 0) return ''
    const seats = own.map((rule) => (rule.seats ?? []).map(({ members }) => isNamed(members)))
    const isCreator = person.id === document.creator && own.some(({ notBy }) => notBy?.includes('creator'))
    const moves = states.map((use) =>
      (['see', 'move'] as const).every((right) => allows(person, chain, use, right)),
    )
    return JSON.stringify([own.map(({ id }) => id), seats, moves, isCreator])
  }
  const kinds = new Map(world.people.map((person) => [person.id, kindOf(person)]))
  return (person) => kinds.get(person) ?? person
}

/** The names that guards of a lifecycle ask for. */
function askedNames({ attributes }: Configuration, { transitions }: Lifecycle): Set<string> {
  const names = transitions.flatMap(({ guard }) => {
    try {
      return guard?.trim() ? [...namesOf(parseCondition(guard, attributes))] : []
    } catch (error) {
      // A guard that cannot be read asks for nothing that would help.
      if (error instanceof ConditionError) return []
      throw error
    }
  })
  return new Set(names)
}

/**
 * The states in which a record can be edited again: by somebody whom no rule about last editors would then keep from
 * going on, and where the document stays until they do.
 */
function editableStates(
  world: World,
  lifecycle: Lifecycle,
  document: DocumentSnapshot,
  ownerMatters: boolean,
): Set<string> {
  const chain = chainTo(world.folders, document.folder)
  const rules = lifecycle.transitions.filter(({ notBy }) => notBy?.includes('lastEditor'))
  if (ownerMatters && rules.length) return new Set()
  const principals = rules.flatMap((rule) => triggerKind(rule.trigger).named(rule))
  const people = activePeople(world)
  const kept = new Set(namedThere({ world }, document, people, principals))
  const free = people.filter((person) => !kept.has(person))
  const open = lifecycle.states.filter(
    ({ state, content }) =>
      content === 'open' &&
      !lifecycle.transitions.some(({ trigger, from }) => trigger === 'unattended' && from.includes(state)),
  )
  const mayEdit = (use: (typeof open)[number]) => (person: Actor) =>
    (['see', 'edit'] as const).every((right) =>
      allows(person, chain, use, right, relationOf(person, document)),
    )
  return new Set(open.filter((use) => free.some(mayEdit(use))).map(({ state }) => state))
}
