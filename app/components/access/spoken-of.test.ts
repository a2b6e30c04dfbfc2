import { expect, it } from 'vitest'
import { configuration } from '../../../demo/configuration'
import { spokenOf } from './spoken-of'

const [lifecycle] = configuration.lifecycles
const nothing = { ...lifecycle!, states: [], transitions: [] }

it('names everybody of whom lifecycle and folders speak, roles first and anyone last', () => {
  const chain = [
    { path: '/', grants: { 'person:1': ['see' as const], owner: ['edit' as const] } },
    { path: '/Line', withhold: { 'group:b': ['see' as const], 'group:a': ['see' as const] } },
  ]
  expect(spokenOf(nothing, chain, ['role:lead'], (principal) => principal)).toEqual([
    'role:lead',
    'owner',
    'group:a',
    'group:b',
    'person:1',
    'anyone',
  ])
})
it('names who fires and who signs, besides those whom states grant something', () => {
  const { states, transitions } = lifecycle!
  const all = spokenOf(lifecycle!, [], [], (principal) => principal)
  for (const who of [
    ...states.flatMap(({ grants }) => Object.keys(grants)),
    ...transitions.flatMap(({ firedBy = [] }) => firedBy),
    ...transitions.flatMap(({ seats = [] }) => seats.flatMap(({ members }) => members)),
  ])
    expect(all).toContain(who)
})
