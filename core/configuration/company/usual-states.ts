import type { Right } from '../../access'
import { judge, past, type PatternState, read, work } from '../patterns'

/** The role that takes legacy documents over, corrects labels, and removes documents filed by mistake. */
export const control = 'Document control'
const all: Right[] = ['see', 'history', 'open', 'edit', 'adopt', 'rollback', 'move', 'delete']
const keeps: Right[] = ['see', 'history', 'open', 'adopt', 'move']

const grantsTo = (roles: string[], rights: Right[]) => Object.fromEntries(roles.map((role) => [role, rights]))

/**
 * A state in which authors work. Labels from before the vault may be adopted in it.
 * @param rights what the others may do in it
 */
export const working = (name: string, judges: string[], rights = read): PatternState => ({
  name,
  phase: 'working',
  content: 'open',
  adoption: true,
  grants: { Author: work, ...grantsTo(judges, rights), [control]: all },
})

/** A state in which some roles decide, and authors look on. */
export const review = (name: string, judges: string[]): PatternState => ({
  name,
  phase: 'review',
  content: 'closed',
  grants: { Author: read, ...grantsTo(judges, judge), [control]: keeps },
})

/** A state from which everybody may build. */
export const issued = (name: string, judges: string[]): PatternState => ({
  name,
  phase: 'issued',
  content: 'closed',
  newRevision: 'major',
  grants: { Author: judge, ...grantsTo(judges, judge), anyone: read, [control]: keeps },
})

/** A state at the end of a document’s life. */
export const retired = (name: string, judges: string[]): PatternState => ({
  name,
  phase: 'retired',
  content: 'closed',
  final: true,
  grants: { ...grantsTo(['Author', ...judges], past), [control]: past },
})
