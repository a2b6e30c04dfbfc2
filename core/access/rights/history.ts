import type { RightKind } from './right-kind'

export const history = { words: 'its older versions and its trail' } satisfies RightKind
