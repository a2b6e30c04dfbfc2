import type { RightKind } from './right-kind'

export const edit = {
  words: 'check out, check in, change the record',
  use: { what: 'open state', users: ({ state, content }) => (content === 'open' ? [state] : []) },
} satisfies RightKind
