import { type Configuration, type DocumentClass, lifecycleOf, schemeFor } from '../configuration'
import { first, format } from '../revision'
import { blankDocument } from './class-for'
import { carryOut, type Command } from './commands'
import { type Decision, done, refused } from './decision'
import type { DocumentSnapshot } from './document'
import { read, type Values } from './edit'
import { registered, writtenLabel } from './relabel'
import { allowsAll } from './rights'
import type { Standing } from './standing'

/** A document to be filed, of a class that is known. */
export interface Filing extends Omit<Standing, 'document'> {
  number: string
  folder: string
  fileName: string
  documentClass: DocumentClass
  values: Values
}

/** The document before it is filed: its owner’s and creator’s already, with the values that attributes begin with. */
export function beforeFiling(filing: Filing): DocumentSnapshot {
  const { configuration, number, folder, fileName, documentClass, person } = filing
  const arrival = { number, folder, fileName, record: initialValues(configuration, documentClass) }
  return blankDocument(configuration, documentClass, arrival, person.id)
}

/** What filing a document does, or every reason against (model, section 3, acts). */
export function decideFiling(filing: Filing): Decision {
  const { configuration, person, today, comment, values } = filing
  const document = beforeFiling(filing)
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const { written, reasons } = read(configuration.attributes, lifecycle, document.record, values)
  const against = [...allowsAll({ ...filing, document }, lifecycle, ['see', 'edit']).reasons, ...reasons]
  if (against.length) return refused(against)
  const scheme = schemeFor(configuration, lifecycle)
  const label = format(scheme, first(scheme))
  const text = comment?.trim() || 'Filed'
  const filled = written.map((entry): Command => ({ kind: 'write-attribute', ...entry }))
  return done([
    ...filled,
    { kind: 'set-label', before: null, after: label },
    ...writtenLabel(lifecycle, carryOut(document, filled), label),
    ...registered(
      document,
      { label, date: today, author: person.name, text, origin: 'native' },
      'incoming',
      comment?.trim() || null,
    ),
  ])
}

/** What the attributes of a class hold before anybody has written anything. */
function initialValues(
  { attributes }: Configuration,
  { attributes: own }: DocumentClass,
): DocumentSnapshot['record'] {
  return Object.fromEntries(
    attributes.flatMap(({ id, initial }) =>
      initial !== undefined && (!own || own.includes(id)) ? [[id, initial]] : [],
    ),
  )
}
