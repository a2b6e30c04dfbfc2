import { matching, type Shape } from '../shape'

/** Whom a rule speaks of: `role:checker`, `group:release-board`, `person:42`, `anyone`, `owner` or `creator`. */
export type Principal = string

const kinds = ['role', 'group', 'person'] as const
/** Those that need no id: everybody, and who is something to the document itself. */
const plain = ['anyone', 'owner', 'creator'] as const
export type PrincipalKind = (typeof kinds)[number] | (typeof plain)[number]

/** A principal taken apart; `id` is empty where there is none. */
export interface ReadPrincipal {
  kind: PrincipalKind
  id: string
}

/** Everybody who is signed in. */
export const anyone: Principal = 'anyone'
/** Whom the document belongs to. */
export const owner: Principal = 'owner'
/** Who filed the document. */
export const creator: Principal = 'creator'

export const principal = (kind: (typeof kinds)[number], id: string): Principal => `${kind}:${id}`

/** A principal's parts; undefined for a text that is none. */
export function readPrincipal(text: Principal): ReadPrincipal | undefined {
  const alone = plain.find((other) => other === text)
  if (alone) return { kind: alone, id: '' }
  const [kind, ...rest] = text.split(':')
  const known = kinds.find((other) => other === kind)
  const id = rest.join(':')
  return known && id ? { kind: known, id } : undefined
}

/** The id of a principal of one kind; undefined where it is of another. */
export function idOf(kind: PrincipalKind, text: Principal): string | undefined {
  const read = readPrincipal(text)
  return read?.kind === kind ? read.id : undefined
}

/** What a principal looks like in a file. */
export const principalShape: Shape = matching(
  /^(anyone|owner|creator|(role|group|person):[A-Za-z0-9-]+)$/,
  'a principal is anyone, owner, creator, role:ID, group:ID or person:ID',
)

/** Who may play a role in a folder. */
export const playerShape: Shape = matching(
  /^(anyone|(group|person):[A-Za-z0-9-]+)$/,
  'a role is played by anyone, group:ID or person:ID',
)
