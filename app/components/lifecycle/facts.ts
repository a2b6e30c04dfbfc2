import type { StatePatch, StateUse } from '~~/core/configuration'

/** A fact of a state: its row, its name in a cell, what it may be, and how it is read and written. */
export interface StateFact {
  row: string
  cell: string
  options: { value: string; name: string }[]
  read: (use: StateUse) => string
  write: (value: string) => StatePatch
}

const none = { value: '', name: '–' }
const named = (value: string) => ({ value, name: value })
/** The facts of a state, a row of the sheet each. */
export const stateFacts: StateFact[] = [
  {
    row: 'Content',
    cell: 'Content',
    options: [named('open'), named('closed')],
    read: ({ content }) => content,
    write: (value) => ({ content: value as 'open' | 'closed' }),
  },
  {
    row: 'New revision gives',
    cell: 'New revision',
    options: [none, named('minor'), named('major')],
    read: ({ newRevision }) => newRevision ?? '',
    write: (value) => ({ newRevision: (value as 'minor' | 'major') || null }),
  },
  {
    row: 'Labels adopted',
    cell: 'Adoption',
    options: [none, named('yes')],
    read: ({ adoption }) => (adoption ? 'yes' : ''),
    write: (value) => ({ adoption: value === 'yes' }),
  },
]
