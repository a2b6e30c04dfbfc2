import type { RightKind } from './right-kind'

export const rollback = { words: 'go back to an earlier version' } satisfies RightKind
