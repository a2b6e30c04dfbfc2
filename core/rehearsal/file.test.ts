import { describe, expect, it } from 'vitest'
import { play, rules } from './world.fixture'

describe('filing', () => {
  it('gives the first label, a version, what attributes begin with, and the label into the record', () =>
    expect(play([], [])).toMatchObject({
      ok: true,
      document: {
        number: 'BR-1',
        state: 'draft',
        revision: 'A',
        version: 1,
        owner: 'ada',
        checkedOutBy: null,
        record: { mass: 1, label: 'A' },
        register: [{ label: 'A', origin: 'native', version: 1 }],
      },
      unattended: [],
      notices: [],
      jobs: [],
    }))
  it.each<[string, object, string[]]>([
    ['a number that is taken', {}, ['number-taken']],
    ['a file that no class fits', { number: 'BR-2', fileName: 'a.pdf' }, ['class']],
    ['a class that is none', { number: 'BR-2', class: 'none' }, ['class']],
    ['a class that is none under a number that is taken', { class: 'none' }, ['class', 'number-taken']],
    ['a folder that is none', { number: 'BR-2', folder: '/Nowhere' }, ['not-found']],
    ['somebody who sees nothing there', { number: 'BR-2', person: 'una' }, ['not-found']],
    ['somebody who has left', { number: 'BR-2', person: 'eve' }, ['deactivated']],
    ['nobody', { number: 'BR-2', person: 'none' }, ['not-found']],
    ['a value that cannot be', { number: 'BR-2', record: { kind: 'x' } }, ['value']],
    [
      'what the vault alone writes',
      { number: 'BR-2', record: { first: 'x', label: 'C' } },
      ['value', 'value'],
    ],
  ])('refuses %s', (_, act, expected) =>
    expect(rules(play([], [{ act: 'file', folder: '/', fileName: 'a.dxf', ...act }]))).toEqual(expected),
  )
})

describe('filing where the entry state lets nobody see', () => {
  it('says that the state grants no right to see, and not that the folder is none', () => {
    const act = { act: 'file', number: 'BR-2', folder: '/', fileName: 'a.dxf' }
    const states = { draft: { grants: { anyone: ['edit'] } } }
    expect(rules(play([], [act], states))).toEqual(['state-grant'])
  })
})
