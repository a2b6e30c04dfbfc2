import { chainTo, type Person, principalsOf, type Reason, relationOf } from '../../access'
import type { DocumentRecord } from '../../attribute'
import type { Lifecycle, Transition } from '../../configuration'
import type { DocumentSnapshot, Followed } from '../../engine'
import { canonicalNumber } from '../../numbering'
import { rehearse, type RehearsedAct } from '../rehearse'
import type { Actor, World } from '../world'
import type { Asked } from './asked'

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
  /** What ways ahead are followed in. */
  followed: Followed
  people: Actor[]
  to: string
  blocked: Blocked
  /** So many acts may be tried still; and whether ways ahead were left that no record was made for. */
  left: { acts: number; ways: boolean }
  /** The states from which transitions lead to the goal, whatever else they ask. */
  onTheWay: Set<string>
  /** The names that guards ask for. */
  askedNames: Set<string>
  /** The states in which a record can be edited again, so that nothing need be written for what comes after. */
  editable: Set<string>
  /** The transitions that something is asked of a record for. */
  asking: Set<Transition>
  /** The states that are open for edits, if a document does not leave them by itself first. */
  unsettled: Set<string>
  /** Ways ahead that end with something asked, by where they begin. */
  ways: Map<string, Transition[][]>
  /** What is asked on a way, by where it begins and its transitions; null where it cannot be gone. */
  asked: Map<string, Asked | null>
  /** Records by which conditions hold together, as they were found; null where there is none. */
  witnesses: Map<string, DocumentRecord | null>
  /** What somebody is to rules about the last editor: of people who are alike it does not matter which one it was. */
  editorKind: (person: string) => string
  /** Whether it matters to any rule whose a document is. */
  ownerMatters: boolean
}

/** Ways on from a place, of one kind. */
export type Steps = (at: Node, plan: Plan) => Node[]

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
  { world }: Pick<Plan, 'world'>,
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
