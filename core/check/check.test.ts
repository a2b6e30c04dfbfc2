import { describe, expect, it } from 'vitest'
import type { Configuration, Lifecycle, Transition } from '../lifecycle'
import { configuration } from '../lifecycle/world.fixture'
import { check } from './check'

const codes = (changed: Configuration) => check(changed).map((finding) => finding.code)
const withLifecycle = (patch: (lifecycle: Lifecycle) => Partial<Lifecycle>): Configuration => ({
  ...configuration,
  lifecycles: configuration.lifecycles.map((lifecycle, index) =>
    index ? lifecycle : { ...lifecycle, ...patch(lifecycle) },
  ),
})
const withIssue = (patch: Partial<Transition>) =>
  withLifecycle(({ transitions }) => ({
    transitions: transitions.map((way) => (way.id === 'issue' ? { ...way, ...patch } : way)),
  }))

describe('the checker', () => {
  it('finds nothing in the demo’s configuration', () => expect(check(configuration)).toEqual([]))
  it.each<[string, Configuration]>([
    ['entry-missing', withLifecycle(() => ({ entry: 'nowhere' }))],
    ['unknown-reference', { ...configuration, schemes: [] }],
    ['unknown-reference', withIssue({ to: 'published' })],
    ['duplicate-name', withIssue({ name: 'Return' })],
    ['duplicate-name', { ...configuration, states: [...configuration.states, { id: 'x', name: 'issued' }] }],
    [
      'state-unreachable',
      withLifecycle(({ transitions }) => ({
        transitions: transitions.filter((way) => way.to !== 'superseded'),
      })),
    ],
    [
      'state-stuck',
      withLifecycle(({ states }) => ({ states: states.map((use) => ({ ...use, final: false })) })),
    ],
    [
      'final-with-exit',
      withLifecycle(({ states }) => ({ states: states.map((use) => ({ ...use, final: true })) })),
    ],
    ['guard-invalid', withIssue({ guard: 'mas > 1' })],
    ['nobody-can-fire', withIssue({ firedBy: [] })],
    ['step-unsupported', withIssue({ revision: 'series' })],
    ['step-unsupported', withIssue({ revision: 'series:none' })],
    ['adoption-incomplete', withIssue({ revision: 'adopt:legacy_revision' })],
    ['adoption-incomplete', withIssue({ revision: 'adopt:none' })],
    ['write-unknown-attribute', withIssue({ effects: [{ kind: 'write', attribute: 'none', value: '' }] })],
    ['template-invalid', withIssue({ effects: [{ kind: 'write', attribute: 'title', value: '{% if %}' }] })],
    [
      'scheme-ambiguous',
      {
        ...configuration,
        schemes: [
          ...configuration.schemes,
          {
            id: 'n',
            name: 'N',
            series: [{ id: 'a', major: { kind: 'digits' }, separator: '', minor: { kind: 'digits' } }],
          },
        ],
      },
    ],
    [
      'scheme-invalid',
      { ...configuration, schemes: [...configuration.schemes, { id: 'n', name: 'N', series: [] }] },
    ],
  ])('finds %s', (code, changed) => expect(codes(changed)).toContain(code))
  it('says where in the guard it breaks', () =>
    expect(check(withIssue({ guard: 'mass > 1 && fnish == null' }))[0]).toMatchObject({
      severity: 'error',
      where: { transition: 'issue' },
      witness: { position: 12 },
    }))
})
