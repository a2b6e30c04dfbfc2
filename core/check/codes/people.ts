import type { Code } from './code'

export const people = {
  'nobody-can-fire': { severity: 'error', name: 'Nobody can fire it' },
  'quorum-unfillable': { severity: 'error', name: 'Quorum cannot be filled' },
  'role-unassigned': { severity: 'warning', name: 'Role that nobody plays' },
  'self-approval': { severity: 'warning', name: 'One person can release alone' },
} satisfies Record<string, Code>
