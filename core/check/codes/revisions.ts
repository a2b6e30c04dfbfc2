import type { Code } from './code'

export const revisions = {
  'scheme-invalid': { severity: 'error', name: 'Scheme is not sound' },
  'scheme-ambiguous': { severity: 'error', name: 'A label has two positions' },
  'step-unsupported': { severity: 'error', name: 'Step that the scheme does not have' },
  'series-backwards': { severity: 'error', name: 'Series that goes back' },
  'revision-reused': { severity: 'warning', name: 'Content can change under an issued label' },
  'adoption-then-step': { severity: 'warning', name: 'An adopted label is always stepped' },
  'adoption-incomplete': { severity: 'error', name: 'Adoption that cannot be done' },
} satisfies Record<string, Code>
