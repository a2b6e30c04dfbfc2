import { configuration } from '../../demo/configuration'
import type { RevisionScheme } from './types'

const ofDemo = (id: string): RevisionScheme => configuration.schemes.find((scheme) => scheme.id === id)!

/** The schemes of the demo world, and others for what those leave out. */
export const workshop = ofDemo('workshop-letters')
export const tarn = ofDemo('tarn')
export const station = ofDemo('station')

export const dotted: RevisionScheme = {
  id: 'dotted',
  name: 'Letters and dots',
  series: [
    {
      id: 'all',
      major: { kind: 'letters', to: 'C' },
      separator: '.',
      minor: { kind: 'digits', to: 3 },
      minorPlace: 'always',
    },
  ],
}

export const words: RevisionScheme = {
  id: 'words',
  name: 'Words',
  series: [
    { id: 'draft', major: { kind: 'list', values: ['Sketch', 'Draft', 'Final'] } },
    { id: 'issue', major: { kind: 'letters', to: 'ZZ' } },
  ],
}

export const schemes = [workshop, tarn, station, dotted, words]
