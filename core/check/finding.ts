import type { Edit } from '../configuration'

/** What the checker says of a configuration. An `error` stops publishing; a warning or an advice can be waived with a reason. */
export interface Finding {
  code: string
  severity: 'error' | 'warning' | 'advice'
  where: {
    lifecycle?: string
    state?: string
    transition?: string
    scheme?: string
    class?: string
    attribute?: string
    folder?: string
    role?: string
  }
  message: string
  /** What proves it: a record, a trace, people, labels, a place in a text. */
  witness?: unknown
  /** An edit that puts it right without doing harm, in words and as it is made. */
  fix?: { words: string; edit: Edit }
}

/** What a finding is about, whatever its words: the key under which it is waived. */
export const findingKey = ({ code, where }: Pick<Finding, 'code' | 'where'>): string =>
  `${code} ${Object.entries(where)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([kind, id]) => `${kind}=${id}`)
    .join(' ')}`.trim()
