import type { PhaseKind } from './phase-kind'

export const retired: PhaseKind = {
  name: 'retired',
  glyph: '▱',
  frame: 'fill="#f7f5f0" stroke-width="1" stroke-dasharray="2 3"',
  ink: '#2a2731',
  content: 'closed',
}
