import type { Reason } from '../access'
import { type Attribute, type DocumentRecord, valueFor } from '../attribute'
import { type Lifecycle, lifecycleOf } from '../configuration'
import type { Command } from './commands'
import { editedBy } from './commands/set-editor'
import { againstChanging } from './contents'
import { type Decision, done, refused } from './decision'
import type { Written } from './document'
import type { Standing } from './standing'

/** Values for a record, by attribute, as they are typed or stand in JSON; null or blank empties one. */
export type Values = Record<string, unknown>

/** What writing values into a record does, or every reason against. What is there already is no change. */
export function decideEdit(request: Standing & { values: Values }): Decision {
  const { configuration, document, person, values } = request
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const { written, reasons } = read(configuration.attributes, lifecycle, document.record, values)
  const against = [...againstChanging(request), ...reasons]
  if (against.length) return refused(against)
  if (written.length === 0) return done([])
  return done([...written.map((entry): Command => ({ kind: 'write-attribute', ...entry })), editedBy(person)])
}

/** Values as their attributes hold them, with what they were; or why they cannot be written by hand. */
export function read(
  attributes: Attribute[],
  { revisionAttribute, name: lifecycle }: Lifecycle,
  record: DocumentRecord,
  values: Values,
): { written: Written[]; reasons: Reason[] } {
  const written: Written[] = []
  const reasons: Reason[] = []
  const refuse = (message: string, wayOut: string) =>
    reasons.push({ rule: 'value', message, where: 'the record', wayOut })
  for (const [id, value] of Object.entries(values)) {
    const attribute = attributes.find((one) => one.id === id)
    if (!attribute) refuse(`there is no attribute “${id}”`, 'leave it out')
    else if (attribute.systemOnly) refuse(`${attribute.name} is written by the vault alone`, 'leave it out')
    else if (id === revisionAttribute)
      refuse(`${attribute.name} holds the revision of ${lifecycle}`, 'make or adopt a revision instead')
    else
      try {
        const [before, after] = [record[id] ?? null, valueFor(attribute, value === null ? '' : String(value))]
        if (before !== after) written.push({ attribute: id, before, after })
      } catch (error) {
        refuse((error as Error).message, 'enter a value that it takes')
      }
  }
  return { written, reasons }
}
