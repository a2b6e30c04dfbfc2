import type { Attribute } from '../attribute'
import type { Configuration, DocumentClass, SheetGroup } from './types'

/** Attributes that stand together on the sheet of a class; those before its first heading have none. */
export interface SheetPart {
  name: string | null
  attributes: Attribute[]
}

/** The ids of a class's attributes in the order of its sheet; without an order of its own, that of all attributes. */
export const idsOnSheet = ({ attributes }: Configuration, { attributes: own }: DocumentClass): string[] =>
  own ?? attributes.map(({ id }) => id)

/** The sheet of a class, in its order and under its headings; a class that is not there has every attribute. */
export function sheetOf(configuration: Configuration, classId: string): SheetPart[] {
  const documentClass = configuration.classes.find(({ id }) => id === classId)
  const ids = documentClass
    ? idsOnSheet(configuration, documentClass)
    : configuration.attributes.map(({ id }) => id)
  const known = new Map(configuration.attributes.map((attribute) => [attribute.id, attribute]))
  const parts: SheetPart[] = [{ name: null, attributes: [] }]
  for (const id of ids) {
    const group = documentClass?.groups?.find(({ from }) => from === id)
    if (group) parts.push({ name: group.name, attributes: [] })
    const attribute = known.get(id)
    if (attribute) parts.at(-1)!.attributes.push(attribute)
  }
  return parts.filter(({ attributes }) => attributes.length)
}

/**
 * The headings of a sheet once its attributes are others: one whose first attribute is gone passes to the next one that
 * stays, unless a heading stands there already or there is none before the next heading.
 */
export function headingsAfter(
  groups: readonly SheetGroup[],
  before: string[],
  after: string[],
): SheetGroup[] {
  const isHeading = (id: string) => groups.some(({ from }) => from === id)
  return groups.flatMap((group) => {
    if (after.includes(group.from)) return [group]
    const following = before.slice(before.indexOf(group.from) + 1)
    const until = following.findIndex(isHeading)
    const heir = following.slice(0, until < 0 ? undefined : until).find((id) => after.includes(id))
    return heir ? [{ ...group, from: heir }] : []
  })
}
