import { describe, expect, it } from 'vitest'
import { configuration } from '~~/demo/configuration'
import { stepExample, stepsFor } from './steps'

const scheme = (id: string) => configuration.schemes.find((one) => one.id === id)!

describe('the steps to choose from', () => {
  it('are the plain ones, those to later series, and adopting from texts that people write', () => {
    const values = stepsFor(configuration, scheme('station')).map(({ value }) => value)
    expect(values).toEqual(expect.arrayContaining(['keep', 'minor', 'major', 'settle', 'series']))
    expect(values).toContain('series:contractual')
    expect(values).toContain('adopt:legacy_revision')
    expect(values).not.toContain('adopt:stamp')
  })
  it('start no series where there is one alone', () => {
    const values = stepsFor(configuration, scheme('workshop-letters')).map(({ value }) => value)
    expect(values.filter((value) => value.startsWith('series'))).toEqual([])
  })
})

describe('what a step does, on an example', () => {
  it.each([
    ['workshop-letters', 'keep', 'The label stays as it is.'],
    ['workshop-letters', 'minor', 'A becomes A-01, A-01 becomes A-02.'],
    ['workshop-letters', 'major', 'A becomes B, B becomes C.'],
    ['workshop-letters', 'settle', 'A becomes A.'],
    ['station', 'settle', 'P01.01 becomes P01.'],
    [
      'workshop-letters',
      'adopt:legacy_revision',
      'The label is taken from Legacy revision, without a step: C stays C.',
    ],
  ] as const)('of %s, %s: “%s”', (id, revision, words) =>
    expect(stepExample(configuration, scheme(id), revision)).toBe(words),
  )
  it('is nothing without a scheme, and the reason where it cannot be made', () => {
    expect(stepExample(configuration, undefined, 'major')).toBe('')
    expect(stepExample(configuration, scheme('note-numbers'), 'minor')).toMatch(/minor/)
  })
})
