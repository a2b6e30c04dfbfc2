import type { PhaseKind } from './phase-kind'

export const issued: PhaseKind = {
  name: 'issued',
  glyph: '◆',
  frame: 'fill="#2a2731" stroke-width="1"',
  ink: '#fffdf9',
  content: 'closed',
}
