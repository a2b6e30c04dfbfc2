import { matching, type Shape } from '../shape'

/** Whom a rule speaks of: `role:checker`, `group:release-board`, `person:42`, or `anyone`. */
export type Principal = string

const kinds = ['role', 'group', 'person'] as const
export type PrincipalKind = (typeof kinds)[number] | 'anyone'

/** A principal taken apart; `id` is empty for anyone. */
export interface ReadPrincipal {
  kind: PrincipalKind
  id: string
}

/** Everybody who is signed in. */
export const anyone: Principal = 'anyone'

export const principal = (kind: (typeof kinds)[number], id: string): Principal => `${kind}:${id}`

/** A principal's parts; undefined for a text that is none. */
export function readPrincipal(text: Principal): ReadPrincipal | undefined {
  if (text === anyone) return { kind: 'anyone', id: '' }
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
  /^(anyone|(role|group|person):[A-Za-z0-9-]+)$/,
  'a principal is anyone, role:ID, group:ID or person:ID',
)
