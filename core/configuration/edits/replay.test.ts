import { configuration } from '../../engine/world.fixture'
import { applyEdit, type Edit } from './'
import { replaying } from './replay'
import { UnknownError } from '../look-up'
import type { Configuration } from '../types'
import { describe, expect, it } from 'vitest'

const lifecycle = 'workshop-document'
const content = (state: string, value: 'open' | 'closed'): Edit => ({
  kind: 'change-state',
  lifecycle,
  state,
  patch: { content: value },
})
const rename: Edit = { kind: 'rename-lifecycle', lifecycle, name: 'Shop floor' }
const remove: Edit = { kind: 'remove-state', lifecycle, state: 'issued' }
const plainly = (...edits: Edit[]) => edits.reduce(applyEdit, configuration)
const workshop = ({ lifecycles }: Configuration) => lifecycles.find(({ id }) => id === lifecycle)!

describe('edits that are applied again and again', () => {
  const lists: [string, Edit[][]][] = [
    ['grow', [[], [rename], [rename, remove]]],
    ['are undone and made again', [[rename, remove], [rename], [], [rename, remove]]],
    [
      'go on otherwise',
      [
        [rename, remove],
        [rename, content('drafting', 'closed')],
      ],
    ],
    [
      'change at their beginning',
      [
        [rename, remove],
        [remove, rename],
      ],
    ],
  ]
  it.each(lists)('give what they give when applied once, where they %s', (_, steps) => {
    const replay = replaying()
    for (const edits of steps) expect(replay(configuration, edits)).toEqual(plainly(...edits))
  })
  it('leave what no edit touched since the last time the same object', () => {
    const replay = replaying()
    const imported: Edit = { kind: 'replace', configuration: plainly(rename), words: 'a file' }
    const edited = content('drafting', 'closed')
    const before = workshop(replay(configuration, [imported, edited]))
    const after = workshop(replay(configuration, [imported, edited, content('issued', 'open')]))
    expect(after.transitions).toBe(before.transitions)
    const same = after.states.filter((use, index) => use === before.states[index])
    expect(same.map(({ state }) => state)).toEqual(['drafting', 'checking', 'superseded'])
  })
  it('are all applied again to another configuration', () => {
    const replay = replaying()
    replay(configuration, [rename])
    const other = { ...configuration, folders: [] } as Configuration
    expect(replay(other, [rename])).toEqual(applyEdit(other, rename))
  })
  it('say what cannot be made, and go on with what can', () => {
    const replay = replaying()
    const wrong: Edit = { ...remove, lifecycle: 'gone' }
    expect(() => replay(configuration, [rename, wrong])).toThrow(UnknownError)
    expect(replay(configuration, [rename, remove])).toEqual(plainly(rename, remove))
  })
})
