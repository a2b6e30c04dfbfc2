import { expect, it } from 'vitest'
import type { Lifecycle, Transition } from '../configuration'
import type { Right } from '../access'
import { unusedRights } from './unused-rights'

const use = (state: string, rights: Right[], adoption = false) => ({
  state,
  phase: 'working' as const,
  content: 'open' as const,
  adoption,
  grants: { anyone: rights },
})
const transition = (trigger: Transition['trigger']): Transition => ({
  id: 'go',
  name: 'Go',
  from: ['a'],
  to: 'b',
  trigger,
  revision: 'keep',
  effects: [],
})
const lifecycle = (transitions: Transition[]): Lifecycle => ({
  id: 'l',
  name: 'L',
  scheme: 's',
  entry: 'a',
  states: [use('a', ['see', 'move']), use('b', ['see'])],
  transitions,
})

it('moving is of no use where nothing is fired from, and of use where something is', () => {
  expect(unusedRights(lifecycle([]))).toEqual([
    { state: 'a', right: 'move', why: 'no transition is fired from there' },
  ])
  expect(unusedRights(lifecycle([transition('unattended')]))).toHaveLength(1)
  expect(unusedRights(lifecycle([transition('hand')]))).toEqual([])
  expect(unusedRights(lifecycle([transition('quorum')]))).toEqual([])
})

it('adopting is of no use where labels are not adopted', () => {
  const adopting = (on: boolean): Lifecycle => ({ ...lifecycle([]), states: [use('a', ['adopt'], on)] })
  expect(unusedRights(adopting(false)).map(({ right }) => right)).toEqual(['adopt'])
  expect(unusedRights(adopting(true))).toEqual([])
})
