import { judge } from '../patterns'
import type { CompanyPattern } from './company-pattern'
import { usualAttributes } from './usual-attributes'
import { control, issued, retired, working } from './usual-states'
import { issues, retires, revises, takesOver } from './usual-transitions'

export const notes: CompanyPattern = {
  id: 'notes',
  name: 'Notes and calculations',
  words: 'One person writes, another issues. Revisions count from 0.',
  choices: [],
  attributes: usualAttributes,
  lifecycles: () => [
    {
      id: 'note',
      name: 'Note',
      words: 'One person writes, another issues.',
      scheme: {
        id: 'note-numbers',
        name: 'Note numbers',
        series: [{ id: 'issue', major: { kind: 'digits', from: 0 } }],
      },
      roles: ['Author', 'Checker', control],
      states: [
        working('Drafting', ['Checker'], judge),
        issued('Issued', ['Checker']),
        retired('Withdrawn', ['Checker']),
      ],
      transitions: [
        issues('Checker', { name: 'Issue', from: 'Drafting', to: 'Issued', guard: 'title != null' }),
        revises({ name: 'Revise', from: 'Issued', to: 'Drafting' }),
        retires('Checker', { name: 'Withdraw', from: 'Issued', to: 'Withdrawn' }),
        ...takesOver('Drafting', 'Issued'),
      ],
      classes: [
        { name: 'Note', rule: 'file_extension in ["txt", "md", "docx", "odt"]', folder: '/Notes' },
        { name: 'Calculation', rule: 'file_extension in ["xlsx", "ods", "csv"]', folder: '/Notes' },
      ],
    },
  ],
}
