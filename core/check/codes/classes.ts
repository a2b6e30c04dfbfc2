import type { Code } from './code'

export const classes = {
  'class-shadowed': { severity: 'warning', name: 'Class that no file gets' },
  'class-gap': { severity: 'advice', name: 'Files without a class' },
} satisfies Record<string, Code>
