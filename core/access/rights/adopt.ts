import type { RightKind } from './right-kind'

export const adopt = {
  words: 'take over a label it carries',
  use: {
    what: 'state',
    users: ({ state, adoption }) => (adoption ? [state] : []),
    none: 'labels are not adopted there',
  },
} satisfies RightKind
