/** Who is signed in. */
export interface SignedIn {
  id: string
  name: string
  mail: string
  administrator: boolean
  groups: string[]
  configuration: number
  mailWhen: 'at-once' | 'daily' | 'never'
  /** Who looks at the vault as this person; nothing can be changed meanwhile. */
  lookedAtBy: { id: string; name: string } | null
}

/** A browser in which somebody is signed in. */
export interface OwnSession {
  id: string
  at: string
  until: string
  browser: string | null
  current: boolean
}

/** A token for scripts, without its secret. */
export interface AccessToken {
  id: string
  name: string
  at: string
  until: string
  acts: string[]
  lastUsedAt: string | null
}

/** A token that was just made: the only time that its secret is told. */
export interface NewToken {
  id: string
  secret: string
}
