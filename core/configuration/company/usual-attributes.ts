import type { Attribute } from '../../attribute'

/** Files of office programs, and PDF: they have properties of their own. */
const office = ['docx', 'xlsx', 'odt', 'ods', 'pdf']

const drawings = ['dxf', 'svg']

/** An attribute that transitions write, and that stands in the title block and in the properties of a file. */
const stamped = (id: string, name: string, field: string, property = name): Attribute => ({
  id,
  name,
  type: 'text',
  systemOnly: true,
  bindings: [
    { extensions: drawings, place: `field:${field}`, mode: 'write' },
    { extensions: office, place: `property:${property}`, mode: 'write' },
  ],
})

const revision = stamped('revision', 'Revision', 'REV')

/** The attributes that all company patterns share. Each is one attribute, however many patterns are taken. */
export const usualAttributes: Attribute[] = [
  {
    id: 'title',
    name: 'Title',
    type: 'text',
    required: true,
    bindings: [
      { extensions: drawings, place: 'field:TITLE', mode: 'both' },
      { extensions: office, place: 'core:title', mode: 'both' },
    ],
  },
  {
    ...revision,
    bindings: [
      ...revision.bindings!,
      { extensions: ['step', 'stp'], place: 'product:version', mode: 'write' },
    ],
  },
  stamped('stamp', 'Status stamp', 'STATUS', 'Status'),
  stamped('issued_by', 'Issued by', 'ISSUED_BY'),
  { ...stamped('issued_on', 'Issued on', 'ISSUED_ON'), type: 'date' },
  { id: 'legacy_revision', name: 'Legacy revision', type: 'text' },
]

/** What a machine part is made of, and what it weighs. */
export const partAttributes: Attribute[] = [
  { id: 'material', name: 'Material', type: 'text' },
  { id: 'mass', name: 'Mass', type: 'number', min: 0, unit: 'kg' },
]
