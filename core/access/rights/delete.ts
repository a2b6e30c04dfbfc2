import type { RightKind } from './right-kind'

export const remove = { words: 'delete the document' } satisfies RightKind
