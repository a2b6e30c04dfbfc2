import { checkedLifecycle } from './checked-lifecycle'
import type { CompanyPattern } from './company-pattern'
import { partAttributes, usualAttributes } from './usual-attributes'
import { lettersOf, omitsLetters } from './usual-labels'

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
      ...checkedLifecycle(),
      classes: [
        { name: 'Drawing', rule: 'file_extension in ["dxf", "dwg", "svg"]', folder: '/Drawings' },
        { name: 'Model', rule: 'file_extension in ["step", "stp"]', folder: '/Drawings' },
      ],
    },
  ],
}
