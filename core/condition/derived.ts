import type { DocumentRecord } from '../attribute'
import type { Formula } from './solve/formula'
import type { Condition } from './types'

/** What has been worked out of a condition: kept in one place, since looking it up must cost less than making it. */
export interface Derived {
  test?: (record: DocumentRecord) => boolean
  names?: Set<string>
  holds?: Formula
  fails?: Formula
}

const known = new WeakMap<Condition, Derived>()

/** What is kept of a condition, as long as the condition itself is. */
export function derivedOf(condition: Condition): Derived {
  let derived = known.get(condition)
  if (!derived) known.set(condition, (derived = {}))
  return derived
}
