import type { CompanyPattern } from './company-pattern'
import { partAttributes, usualAttributes } from './usual-attributes'
import { lettersOf, omitsLetters } from './usual-labels'
import { control, issued, retired, review, working } from './usual-states'
import { asks, retires, returns, revises, signs, takesOver } from './usual-transitions'

export const machineDrawings: CompanyPattern = {
  id: 'machine-drawings',
  name: 'Machine drawings, letters',
  words: 'Drawings and models with a revision letter: drafted, checked by somebody else, issued, superseded.',
  choices: [omitsLetters],
  attributes: [...usualAttributes, ...partAttributes],
  lifecycles: (chosen) => [
    {
      id: 'machine-drawing',
      name: 'Machine drawing',
      words: 'Somebody else checks a drawing before anybody builds from it.',
      scheme: {
        id: 'drawing-letters',
        name: 'Drawing letters',
        series: [{ id: 'issue', major: lettersOf(chosen) }],
      },
      roles: ['Author', 'Checker', control],
      states: [
        working('Drafting', ['Checker']),
        review('Checking', ['Checker']),
        issued('Issued', ['Checker']),
        retired('Superseded', ['Checker']),
      ],
      transitions: [
        asks({ name: 'Send to check', from: 'Drafting', to: 'Checking' }),
        returns('Checker', { name: 'Return', from: 'Checking', to: 'Drafting' }),
        signs(['Checker'], { name: 'Issue', from: 'Checking', to: 'Issued' }),
        revises({ name: 'Revise', from: 'Issued', to: 'Drafting' }),
        retires('Checker', { name: 'Supersede', from: 'Issued', to: 'Superseded' }),
        ...takesOver('Drafting', 'Issued'),
      ],
      classes: [
        { name: 'Drawing', rule: 'file_extension in ["dxf", "dwg", "svg"]', folder: '/Drawings' },
        { name: 'Model', rule: 'file_extension in ["step", "stp"]', folder: '/Drawings' },
      ],
    },
  ],
}
