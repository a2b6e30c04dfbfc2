import type { Code } from './code'

export const effects = {
  'write-unknown-attribute': { severity: 'error', name: 'Writes what is no attribute' },
  'write-clobbered': { severity: 'warning', name: 'Written over' },
  'write-impossible': { severity: 'error', name: 'Value that the attribute cannot hold' },
  'template-invalid': { severity: 'error', name: 'Template cannot be read' },
  'signer-missing': { severity: 'error', name: 'Slot without a signer' },
  'stamp-unbound': { severity: 'advice', name: 'Stamp that nobody sees' },
  'notice-nobody': { severity: 'warning', name: 'Notice that reaches nobody' },
  'no-address': { severity: 'warning', name: 'No mail address' },
} satisfies Record<string, Code>
