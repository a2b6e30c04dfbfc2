import type { Attribute, Binding } from '~~/core/attribute'

/** Whether an attribute stands at a place of files with an ending. */
export const isBound = ({ bindings = [] }: Attribute, place: string, ending: string): boolean =>
  bindings.some((binding) => binding.place === place && binding.extensions.includes(ending))

/** What stands at a place of files with an ending. */
export const boundAt = (attributes: readonly Attribute[], place: string, ending: string): Attribute[] =>
  attributes.filter((attribute) => isBound(attribute, place, ending))

/** Which way a new binding goes: what the vault alone writes is written, everything else goes both ways. */
const usualMode = ({ systemOnly }: Attribute): Binding['mode'] => (systemOnly ? 'write' : 'both')

/** An attribute bound to a place of files with an ending; where it is that already, bound to it no more. */
export function toggled(attribute: Attribute, place: string, ending: string): Attribute {
  const { bindings = [] } = attribute
  if (!isBound(attribute, place, ending)) return bound(attribute, place, ending)
  const left = bindings.map((binding) =>
    binding.place === place
      ? { ...binding, extensions: binding.extensions.filter((one) => one !== ending) }
      : binding,
  )
  return { ...attribute, bindings: left.filter(({ extensions }) => extensions.length) }
}

function bound(attribute: Attribute, place: string, ending: string): Attribute {
  const { bindings = [] } = attribute
  const mode = usualMode(attribute)
  const there = bindings.find((binding) => binding.place === place && binding.mode === mode)
  if (!there) return { ...attribute, bindings: [...bindings, { extensions: [ending], place, mode }] }
  const grown = { ...there, extensions: [...there.extensions, ending] }
  return { ...attribute, bindings: bindings.map((binding) => (binding === there ? grown : binding)) }
}

/** An id for an attribute, as conditions can name it, different from those taken: “Mass, dry” is `mass_dry`. */
export function attributeIdFor(name: string, taken: readonly string[]): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
  const base = /^[a-z]/.test(plain) ? plain : `attribute_${plain}`.replace(/_$/, '')
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}_${n}`
    if (!taken.includes(id)) return id
  }
}
