import type { PhaseKind } from './phase-kind'

export const review: PhaseKind = {
  name: 'review',
  glyph: '◈',
  frame: 'fill="#ece7f3" stroke-width="1" stroke-dasharray="6 3"',
  ink: '#2a2731',
  content: 'closed',
}
