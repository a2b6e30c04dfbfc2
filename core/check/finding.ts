import type { Edit } from '../configuration'
import { codes, type FindingCode } from './codes'
import type { Severity } from './codes/code'

/** What a finding is about. */
export interface Where {
  lifecycle?: string
  state?: string
  transition?: string
  scheme?: string
  class?: string
  attribute?: string
  folder?: string
  role?: string
  group?: string
  script?: string
}

/**
 * What the checker says of a configuration. An `error` stops publishing; a warning or an advice can be waived
 * with a reason.
 */
export interface Finding {
  code: FindingCode
  severity: Severity
  where: Where
  message: string
  /** What proves it: a record, a trace, people, labels, a place in a text. */
  witness?: unknown
  /** An edit that puts it right without doing harm, in words and as it is made. */
  fix?: { words: string; edit: Edit }
}

/** A finding as heavy as its code, unless it says otherwise. */
export const finding = (
  code: FindingCode,
  where: Where,
  message: string,
  more: Partial<Pick<Finding, 'severity' | 'witness' | 'fix'>> = {},
): Finding => ({ code, severity: codes[code].severity, where, message, ...more })

/** What a finding is about, whatever its words: the key under which it is waived. */
export function findingKey({ code, where }: Pick<Finding, 'code' | 'where'>): string {
  const places = Object.entries(where)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([kind, id]) => `${kind}=${id}`)
  return `${code} ${places.join(' ')}`.trim()
}
