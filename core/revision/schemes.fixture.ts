import type { RevisionScheme } from './types'

/** The three schemes of the demo world, and one with working letters in front, for tests. */
export const workshop: RevisionScheme = {
  id: 'workshop',
  name: 'Workshop letters',
  spellings: { NC: 'A' },
  series: [
    {
      id: 'issue',
      major: { kind: 'letters', skip: 'IOQSXZ' },
      separator: '-',
      minor: { kind: 'digits', width: 2 },
      minorPlace: 'after',
    },
  ],
}

export const tarn: RevisionScheme = {
  id: 'tarn',
  name: 'Tarn numerals then letters',
  series: [
    { id: 'trial', major: { kind: 'digits', width: 2 } },
    {
      id: 'issue',
      major: { kind: 'letters', skip: 'IOQSXZ' },
      separator: '',
      minor: { kind: 'digits', width: 2 },
      minorPlace: 'after',
    },
  ],
}

export const station: RevisionScheme = {
  id: 'station',
  name: 'Station P/C',
  series: [
    {
      id: 'preliminary',
      prefix: 'P',
      major: { kind: 'digits', width: 2 },
      separator: '.',
      minor: { kind: 'digits', width: 2 },
      minorPlace: 'before',
    },
    { id: 'contractual', prefix: 'C', major: { kind: 'digits', width: 2 } },
  ],
}

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
