import type { RightKind } from './right-kind'

export const see = { words: 'find the document and its record' } satisfies RightKind
