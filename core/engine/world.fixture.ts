import { configuration as ofTheDemo } from '../../demo/configuration'
import type { DocumentSnapshot } from './document'
import type { Person } from '../access'

export const configuration = ofTheDemo

export const folders = [
  {
    path: '/',
    grants: {
      anyone: ['see', 'open'] as never[],
      'group:office': ['see', 'edit', 'move', 'adopt'] as never[],
      'role:author': ['move', 'edit'] as never[],
      'role:lead': ['move'] as never[],
      'role:checker': ['move'] as never[],
    },
  },
  { path: '/Grips', roles: { author: ['group:grips'], lead: ['person:lena'], checker: ['person:carl'] } },
  { path: '/Grips/Closed', withhold: { 'role:author': ['move'] as never[] } },
]

export const author: Person = { id: 'ada', name: 'Ada Grip', groups: ['grips'] }
export const lead: Person = { id: 'lena', name: 'Lena Lead', groups: [] }
export const checker: Person = { id: 'carl', name: 'Carl Check', groups: [] }
export const steward: Person = { id: 'vera', name: 'Vera Vault', groups: ['vault-administration', 'office'] }

/** A drawing in Drafting at A, with what a test wants otherwise. */
export const drawing = (otherwise: Partial<DocumentSnapshot> = {}): DocumentSnapshot => ({
  number: 'BR-1',
  lifecycle: 'workshop-document',
  classId: 'drawing',
  state: 'drafting',
  folder: '/Grips',
  fileName: 'BR-1.dxf',
  record: { material: 'S355', mass: 2 },
  revision: 'A',
  register: [
    { label: 'A', date: '2026-01-01', author: 'Ada Grip', text: null, version: 1, origin: 'native' },
  ],
  version: 1,
  checkedOutBy: null,
  owner: 'ada',
  creator: 'ada',
  lastEditor: 'ada',
  ...otherwise,
})
