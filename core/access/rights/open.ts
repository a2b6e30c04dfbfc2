import type { RightKind } from './right-kind'

export const open = { words: 'download the file' } satisfies RightKind
