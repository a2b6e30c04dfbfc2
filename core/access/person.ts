/** Somebody who acts, as rules about access see them. */
export interface Person {
  id: string
  name: string
  initials?: string | null
  groups: string[]
}
