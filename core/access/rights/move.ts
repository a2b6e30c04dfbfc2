import type { RightKind } from './right-kind'

export const move = {
  words: 'fire transitions',
  use: {
    what: 'transition',
    users: ({ firedFromHere }) => firedFromHere,
    none: 'no transition is fired from there',
  },
} satisfies RightKind
