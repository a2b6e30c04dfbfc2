import type { Attribute } from '../../attribute'

/** Files of office programs, and PDF: they have properties of their own. */
const office = ['docx', 'xlsx', 'odt', 'ods', 'pdf']

/** The attributes that all company patterns share. Each is one attribute, however many patterns are taken. */
export const usualAttributes: Attribute[] = [
  {
    id: 'title',
    name: 'Title',
    type: 'text',
    required: true,
    bindings: [
      { extensions: ['dxf', 'svg'], place: 'field:TITLE', mode: 'both' },
      { extensions: office, place: 'core:title', mode: 'both' },
    ],
  },
  {
    id: 'revision',
    name: 'Revision',
    type: 'text',
    systemOnly: true,
    bindings: [
      { extensions: ['dxf', 'svg'], place: 'field:REV', mode: 'write' },
      { extensions: ['step', 'stp'], place: 'product:version', mode: 'write' },
      { extensions: office, place: 'property:Revision', mode: 'write' },
    ],
  },
  {
    id: 'stamp',
    name: 'Status stamp',
    type: 'text',
    systemOnly: true,
    bindings: [
      { extensions: ['dxf', 'svg'], place: 'field:STATUS', mode: 'write' },
      { extensions: office, place: 'property:Status', mode: 'write' },
    ],
  },
  {
    id: 'issued_by',
    name: 'Issued by',
    type: 'text',
    systemOnly: true,
    bindings: [
      { extensions: ['dxf', 'svg'], place: 'field:ISSUED_BY', mode: 'write' },
      { extensions: office, place: 'property:Issued by', mode: 'write' },
    ],
  },
  {
    id: 'issued_on',
    name: 'Issued on',
    type: 'date',
    systemOnly: true,
    bindings: [
      { extensions: ['dxf', 'svg'], place: 'field:ISSUED_ON', mode: 'write' },
      { extensions: office, place: 'property:Issued on', mode: 'write' },
    ],
  },
  { id: 'legacy_revision', name: 'Legacy revision', type: 'text' },
]

/** What a machine part is made of, and what it weighs. */
export const partAttributes: Attribute[] = [
  { id: 'material', name: 'Material', type: 'text' },
  { id: 'mass', name: 'Mass', type: 'number', min: 0, unit: 'kg' },
]
