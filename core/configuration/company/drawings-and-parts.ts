import type { RevisionScheme } from '../../revision'
import { checkedLifecycle } from './checked-lifecycle'
import type { CompanyPattern } from './company-pattern'
import { partAttributes, usualAttributes } from './usual-attributes'
import { lettersOf, omitsLetters, twoDigits } from './usual-labels'

const scheme = (chosen: ReadonlySet<string>): RevisionScheme => ({
  id: 'letters-with-minors',
  name: 'Letters with minors',
  series: [
    {
      id: 'issue',
      major: lettersOf(chosen),
      separator: '.',
      minor: twoDigits,
      minorPlace: 'before',
    },
  ],
})

export const drawingsAndParts: CompanyPattern = {
  id: 'drawings-and-parts',
  name: 'Drawings and parts, minors between issues',
  words: 'Work steps A.01, A.02 and is issued as A. A drawing is issued once its parts are.',
  choices: [omitsLetters],
  attributes: [...usualAttributes, ...partAttributes],
  lifecycles: (chosen) => [
    {
      id: 'part-and-drawing',
      name: 'Part and drawing',
      words: 'Minor revisions lead up to each issue.',
      scheme: scheme(chosen),
      ...checkedLifecycle({
        drafting: { newRevision: 'minor' },
        issue: { revision: 'settle', references: { states: ['Issued'], depth: 'direct' } },
      }),
      classes: [
        { name: 'Assembly drawing', rule: 'file_extension in ["dxf", "dwg", "svg"]', folder: '/Parts' },
        { name: 'Part', rule: 'file_extension in ["step", "stp"]', folder: '/Parts' },
      ],
    },
  ],
}
