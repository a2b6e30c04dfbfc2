import type { RevisionScheme } from '../../revision'
import type { PatternTransition } from '../patterns'
import type { CompanyPattern } from './company-pattern'
import { usualAttributes } from './usual-attributes'
import { twoDigits } from './usual-labels'
import { control, issued, retired, review, working } from './usual-states'
import { asks, retires, returns, revises, signs, takesOver } from './usual-transitions'

const isPreliminary = 'revision_series == "preliminary"'
const isContractual = 'revision_series == "contractual"'

/** A checker and a coordinator sign before anybody builds. */
const publishes = (parts: Pick<PatternTransition, 'name' | 'guard' | 'revision'>): PatternTransition =>
  signs(['Checker', 'Coordinator'], { ...parts, from: 'Shared', to: 'Published' })

const scheme: RevisionScheme = {
  id: 'preliminary-contractual',
  name: 'P and C revisions',
  series: [
    {
      id: 'preliminary',
      prefix: 'P',
      major: twoDigits,
      separator: '.',
      minor: twoDigits,
      minorPlace: 'before',
    },
    { id: 'contractual', prefix: 'C', major: twoDigits },
  ],
}

export const buildingProject: CompanyPattern = {
  id: 'building-project',
  name: 'Building project, P and C revisions',
  words: 'Containers shared as P01, P02 and published for construction as C01, as ISO 19650 has it.',
  choices: [],
  attributes: usualAttributes,
  lifecycles: () => [
    {
      id: 'project-container',
      name: 'Project container',
      words: 'Shared with other disciplines before it is published.',
      scheme,
      roles: ['Author', 'Checker', 'Coordinator', control],
      states: [
        { ...working('Work in progress', ['Checker', 'Coordinator']), newRevision: 'minor' },
        review('Shared', ['Checker', 'Coordinator']),
        issued('Published', ['Checker', 'Coordinator']),
        retired('Archive', ['Checker', 'Coordinator']),
      ],
      transitions: [
        asks({ name: 'Share', from: 'Work in progress', to: 'Shared', revision: 'settle' }),
        returns('Checker', {
          name: 'Rework',
          from: 'Shared',
          to: 'Work in progress',
          guard: isPreliminary,
          revision: 'major',
        }),
        returns('Checker', { name: 'Return', from: 'Shared', to: 'Work in progress', guard: isContractual }),
        publishes({ name: 'Publish for construction', guard: isPreliminary, revision: 'series:contractual' }),
        publishes({ name: 'Publish again', guard: isContractual, revision: 'keep' }),
        revises({ name: 'Revise', from: 'Published', to: 'Work in progress' }),
        retires('Coordinator', { name: 'Archive', from: 'Published', to: 'Archive' }),
        ...takesOver('Work in progress', 'Published'),
      ],
      classes: [
        {
          name: 'Project container',
          rule: 'file_extension in ["pdf", "dxf", "dwg", "ifc"]',
          folder: '/Projects',
        },
      ],
    },
  ],
}
