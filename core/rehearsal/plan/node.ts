import { chainTo, type Person, principalsOf, type Reason, relationOf } from '../../access'
import type { DocumentRecord } from '../../attribute'
import { type Lifecycle, lifecycleOf, triggerKind } from '../../configuration'
import type { DocumentSnapshot } from '../../engine'
import { canonicalNumber } from '../../numbering'
import { rehearse, type RehearsedAct } from '../rehearse'
import { type Actor, activePeople, type World } from '../world'

/** An act of a plan, without the document’s number, which is the same for all. */
export interface PlannedAct {
  person: string
  act: RehearsedAct['act']
  transition?: string
  comment?: string
  record?: DocumentRecord
  /** Whom it is handed on to. */
  to?: string
}

/** Where a document can be brought, by which acts. */
export interface Node {
  document: DocumentSnapshot
  acts: PlannedAct[]
}

/** What stands against going on, by the transition that would: the fewest reasons that anybody was given. */
export type Blocked = Map<string, Reason[]>

/** Everything that the steps of a plan rest on. */
export interface Plan {
  world: World
  lifecycle: Lifecycle
  people: Actor[]
  to: string
  blocked: Blocked
  /** So many acts may be tried still. */
  left: { acts: number }
  /** The states from which transitions lead to the goal, whatever else they ask. */
  onTheWay: Set<string>
  /** What somebody is to rules about the last editor: of people who are alike it does not matter which one it was. */
  editorKind: (person: string) => string
  /** Whether it matters to any rule whose a document is. */
  ownerMatters: boolean
}

/** Ways on from a place, of one kind. */
export type Steps = (at: Node, plan: Plan) => Node[]

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

/** Where acts lead from a place, by the engine itself; or why one of them cannot be done. */
export function led(at: Node, { world, left }: Plan, acts: PlannedAct[]): Node | { reasons: Reason[] } {
  const { number } = at.document
  const key = canonicalNumber(number)
  const vault: World = { ...world, documents: new Map([[key, at.document]]) }
  for (const act of acts) {
    left.acts--
    const answer = rehearse(vault, { ...act, number } as RehearsedAct)
    if (!answer.ok) return { reasons: answer.reasons }
  }
  return { document: vault.documents.get(key)!, acts: [...at.acts, ...acts] }
}

/** What tells one place from another. */
export const keyOf = ({ document }: Node, { editorKind, ownerMatters }: Plan): string =>
  JSON.stringify([
    ...[document.state, document.revision, document.signatures ?? []],
    Object.entries(document.record)
      .filter(([, value]) => value !== null)
      .sort(([one], [other]) => (one < other ? -1 : 1)),
    editorKind(document.lastEditor),
    ownerMatters && document.owner,
  ])

/** Those of some people who are named by one of some principals where a document stands. */
export function namedThere<Somebody extends Person>(
  { world }: Plan,
  document: DocumentSnapshot,
  people: Somebody[],
  principals: string[],
): Somebody[] {
  const chain = chainTo(world.folders, document.folder)
  return people.filter((person) => {
    const held = principalsOf(person, chain, relationOf(person, document))
    return principals.some((principal) => held.has(principal))
  })
}

/** Keeps what stands against a transition, where nobody was told less before. */
export function block({ blocked }: Plan, transition: string, reasons: Reason[]): void {
  const known = blocked.get(transition)
  if (!known || reasons.length < known.length) blocked.set(transition, reasons)
}
