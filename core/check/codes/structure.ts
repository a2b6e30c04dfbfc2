import type { Code } from './code'

export const structure = {
  'entry-missing': { severity: 'error', name: 'Nowhere to enter' },
  'unknown-reference': { severity: 'error', name: 'Refers to what is not there' },
  'duplicate-name': { severity: 'error', name: 'A name stands twice' },
  'state-unreachable': { severity: 'warning', name: 'State cannot be reached' },
  'state-stuck': { severity: 'warning', name: 'State cannot be left' },
  'final-with-exit': { severity: 'warning', name: 'Final state that can be left' },
  'state-unused': { severity: 'advice', name: 'State that no lifecycle uses' },
  'attribute-invalid': { severity: 'error', name: 'Attribute that can hold nothing right' },
  'too-many-states': { severity: 'advice', name: 'Very many states' },
} satisfies Record<string, Code>
