import { classes } from './classes'
import type { Code } from './code'
import { effects } from './effects'
import { guards } from './guards'
import { people } from './people'
import { revisions } from './revisions'
import { structure } from './structure'

/** Every code that a finding can have (model, section 5), a file for each group. */
export const codes = {
  ...structure,
  ...guards,
  ...people,
  ...revisions,
  ...effects,
  ...classes,
} satisfies Record<string, Code>

export type FindingCode = keyof typeof codes
