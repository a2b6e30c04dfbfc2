import type { Binding } from '../attribute'

/** Where an attribute stands in files: “field:TITLE in dxf, svg · core:title in docx (read only)”. */
export const bindingsInWords = (bindings: readonly Binding[]): string =>
  bindings
    .map(({ place, extensions, mode }) => `${place} in ${extensions.join(', ')}${directions[mode]}`)
    .join(' · ')

const directions: Record<Binding['mode'], string> = { read: ' (read)', write: ' (written)', both: '' }
