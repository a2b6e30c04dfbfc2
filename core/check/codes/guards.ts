import type { Code } from './code'

export const guards = {
  'guard-invalid': { severity: 'error', name: 'Condition cannot be read' },
  'guard-never-true': { severity: 'warning', name: 'Guard never holds' },
  'unattended-overlap': { severity: 'error', name: 'Two unattended transitions overlap' },
  'unattended-gap': { severity: 'advice', name: 'Some records stay' },
  'unattended-loop': { severity: 'error', name: 'Unattended transitions run in a circle' },
} satisfies Record<string, Code>
