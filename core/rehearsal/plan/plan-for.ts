import { allows, chainTo, principalsOf, relationOf } from '../../access'
import { ConditionError, namesOf, parseCondition } from '../../condition'
import { type Configuration, type Lifecycle, lifecycleOf, triggerKind } from '../../configuration'
import type { DocumentSnapshot } from '../../engine'
import { type Actor, activePeople, type World } from '../world'
import { namedThere, type Plan } from './node'

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
  return {
    ...{ world, lifecycle, to, people: activePeople(world), blocked: new Map(), left: { acts: 100_000 } },
    onTheWay: leadingTo(lifecycle, to),
    asked: askedNames(world.configuration, lifecycle),
    editable: editableStates(world, lifecycle, document),
    witnesses: new Map(),
    editorKind: editorKinds(world, lifecycle, document, named.includes('"owner"')),
    ownerMatters: named.includes('"owner"'),
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

/** The transitions that somebody could fire, were they not the last editor; themselves alone where it depends. */
function editorKinds(
  world: World,
  { transitions }: Lifecycle,
  document: DocumentSnapshot,
  depends: boolean,
): Plan['editorKind'] {
  const rules = transitions.filter(({ notBy }) => notBy?.includes('lastEditor'))
  if (rules.length === 0) return () => ''
  const chain = chainTo(world.folders, document.folder)
  const kinds = new Map(
    world.people.map((person) => {
      const held = principalsOf(person, chain)
      const own = rules.filter((one) =>
        triggerKind(one.trigger)
          .named(one)
          .some((named) => held.has(named)),
      )
      return [person.id, depends ? person.id : own.map(({ id }) => id).join(' ')]
    }),
  )
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
function editableStates(world: World, lifecycle: Lifecycle, document: DocumentSnapshot): Set<string> {
  const chain = chainTo(world.folders, document.folder)
  const rules = lifecycle.transitions.filter(({ notBy }) => notBy?.includes('lastEditor'))
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
