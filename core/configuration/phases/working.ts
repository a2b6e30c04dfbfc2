import type { PhaseKind } from './phase-kind'

export const working: PhaseKind = {
  name: 'working',
  glyph: '◇',
  frame: 'fill="#fffdf9" stroke-width="1"',
  ink: '#2a2731',
  content: 'open',
}
