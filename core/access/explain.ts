import type { Folder } from './folder'
import type { Person } from './person'
import { anyone, idOf, type Principal, principal, readPrincipal } from './principal'
import { type Relation, relationOf } from './relation'
import type { Right } from './rights'
import { chainTo, folderGrants, type Granting, principalsOf, stateGrants } from './rules'

/** Where a rule of access is set, for whoever wants to go there. */
export type RuleAt =
  | { kind: 'person'; id: string }
  | { kind: 'folder'; path: string }
  | { kind: 'state'; lifecycle: string; state: string }
  | { kind: 'document' }

/** One sentence of an explanation: what holds, where that is set, and whether it speaks for or against. */
export interface Because {
  where: string
  message: string
  at: RuleAt
  /** Left out where the sentence only says who somebody is. */
  speaks?: 'for' | 'against'
}

export interface Explanation {
  allowed: boolean
  because: Because[]
}

/** What is asked of access: somebody, a right, and where a document stands. */
export interface AccessQuestion {
  person: Person & { active?: boolean }
  right: Right
  document: { folder: string; owner?: string; creator?: string }
  folders: Folder[]
  /** Who it is asked of, where that is a principal as such and nobody in person. */
  held?: Set<Principal>
  /** The state that the document stands in; none where only the folder is asked about. */
  state?: Granting & { lifecycle: string; id: string }
  /** What people call a principal, a lifecycle and a state. */
  names: {
    principal: (of: Principal) => string
    lifecycle: (id: string) => string
    state: (id: string) => string
  }
}

/**
 * Whether somebody has a right, and the chain of rules that leads to the answer: who they are there, what each folder
 * from the root down says about the right, and what the state says. Says yes exactly where `allows` does and the
 * person is active.
 */
export function explain(question: AccessQuestion): Explanation {
  const { person, right, document, folders, state } = question
  const chain = chainTo(folders, document.folder)
  const relation = relationOf(person, document)
  const held = question.held ?? principalsOf(person, chain, relation)
  const granted = folderGrants(chain, held, right).granted
  const inState = !state || stateGrants(state, held, right)
  const isActive = person.active !== false
  return {
    allowed: isActive && granted && inState,
    because: [
      ...(isActive ? [] : [deactivated(question)]),
      ...(question.held ? [] : whoTheyAre(question, chain, held, relation)),
      ...whatFoldersSay(question, chain, held),
      ...(state ? [whatStateSays(question, held, inState)] : []),
    ],
  }
}

const deactivated = ({ person }: AccessQuestion): Because => ({
  where: `person ${person.name}`,
  message: `${person.name} is deactivated, and nobody deactivated acts`,
  at: { kind: 'person', id: person.id },
  speaks: 'against',
})

/** The principals that matter here: those that some rule about the right names. */
function whoTheyAre(
  { person, right, state, names }: AccessQuestion,
  chain: Folder[],
  held: Set<Principal>,
  relation: Relation,
): Because[] {
  const rules = [...chain.flatMap(({ grants, withhold }) => [grants, withhold]), state?.grants]
  const named = new Set(rules.flatMap((rule) => principalsFor(rule, right)))
  const roles = [...held].filter((one) => idOf('role', one) !== undefined && named.has(one))
  const groups = [...held].filter((one) => idOf('group', one) !== undefined && named.has(one))
  const own = (['owner', 'creator'] as const).filter((one) => relation[one] && named.has(one))
  return [
    ...roles.map((role) => playsRole(person, role, chain, held, names.principal)),
    ...groups.map((group) => ({
      where: `person ${person.name}`,
      message: `${person.name} is in ${names.principal(group)}`,
      at: { kind: 'person' as const, id: person.id },
    })),
    ...own.map((one) => ({
      where: 'the document',
      message: `${person.name} is ${names.principal(one)} of the document`,
      at: { kind: 'document' as const },
    })),
  ]
}

const principalsFor = (rules: Record<Principal, Right[]> | undefined, right: Right): Principal[] =>
  Object.entries(rules ?? {}).flatMap(([one, listed]) => (listed.includes(right) ? [one] : []))

function playsRole(
  person: Person,
  role: Principal,
  chain: Folder[],
  held: Set<Principal>,
  name: (of: Principal) => string,
): Because {
  const id = idOf('role', role)!
  const folder = chain.findLast(({ roles }) => roles && Object.hasOwn(roles, id))!
  const as = folder.roles![id]!.find((player) => held.has(player))!
  const how = { anyone: ', as everybody is', group: `, as one of ${name(as)}` } as Record<string, string>
  return {
    where: `folder ${folder.path}`,
    message: `${person.name} is ${name(role)} in ${folder.path}${how[readPrincipal(as)!.kind] ?? ''}`,
    at: { kind: 'folder', path: folder.path },
  }
}

/** Every rule on the way down that speaks of the right and of this person; the last one decides. */
function whatFoldersSay(question: AccessQuestion, chain: Folder[], held: Set<Principal>): Because[] {
  const { right, document, person, names } = question
  const lines: Because[] = []
  let isGranted = false
  for (const { path, grants, withhold, startAfresh } of chain) {
    const say = (message: string, speaks: Because['speaks']) =>
      lines.push({ where: `folder ${path}`, message, at: { kind: 'folder', path }, speaks })
    const meant = (rules: typeof grants) =>
      principalsFor(rules, right)
        .filter((one) => held.has(one))
        .map((one) =>
          one === anyone
            ? anyone
            : one === principal('person', person.id)
              ? person.name
              : names.principal(one),
        )
    if (startAfresh) {
      if (isGranted) say(`the folder ${path} starts afresh: what is granted above ends there`, 'against')
      isGranted = false
    }
    const [given, taken] = [meant(grants), meant(withhold)]
    if (given.length) say(`the folder ${path} grants ${given.join(' and ')} “${right}”`, 'for')
    if (taken.length) say(`the folder ${path} withholds “${right}” from ${taken.join(' and ')}`, 'against')
    isGranted = taken.length ? false : given.length ? true : isGranted
  }
  if (!lines.length)
    lines.push({
      where: 'the folders down to it',
      message: `no folder from / down to ${document.folder} grants “${right}” to ${person.name}`,
      at: { kind: 'folder', path: document.folder },
      speaks: 'against',
    })
  return lines
}

function whatStateSays(
  { right, state, person, names }: AccessQuestion,
  held: Set<Principal>,
  isGranted: boolean,
): Because {
  const { lifecycle, id, grants } = state!
  const all = principalsFor(grants, right)
  const name = names.state(id)
  const to = (list: Principal[]) =>
    list
      .map((one) => (one === principal('person', person.id) ? person.name : names.principal(one)))
      .join(' and ')
  const message = isGranted
    ? `the state ${name} grants “${right}” to ${to(all.filter((one) => held.has(one)))}`
    : all.length
      ? `the state ${name} grants “${right}” to ${to(all)}, and ${person.name} is none of them there`
      : `the state ${name} grants “${right}” to nobody`
  return {
    where: `${names.lifecycle(lifecycle)}, state ${name}`,
    message,
    at: { kind: 'state', lifecycle, state: id },
    speaks: isGranted ? 'for' : 'against',
  }
}
