import type { ReadyKind } from './answers'

/** The schedules that a vault starts with: jobs that every vault needs, at hours when nobody works. */
export const usualSchedules: { kind: ReadyKind; when: string }[] = [
  { kind: 'backup', when: '0 2 * * *' },
  { kind: 'restore', when: '0 4 1 * *' },
  { kind: 'verify', when: '0 3 * * 0' },
  { kind: 'digest', when: '0 6 * * 1-5' },
  { kind: 'remind', when: '0 7 * * 1' },
]
