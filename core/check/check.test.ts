import { configuration as demo } from '../engine/world.fixture'
import { evaluate, parseCondition } from '../condition'
import {
  applyEdit,
  type Configuration,
  type Lifecycle,
  type Notice,
  type Seat,
  type StateUse,
  type Transition,
} from '../configuration'
import { check } from './check'
import type { Directory } from '../access'
import type { Attribute } from '../attribute'
import type { Finding } from './finding'
import { fillSeats } from './fill-seats'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'

/** The smallest sound configuration: drafting, a review by somebody else, issued. */
const use = (state: string, phase: StateUse['phase'], rest: Partial<StateUse> = {}): StateUse => ({
  state,
  phase,
  content: phase === 'working' ? 'open' : 'closed',
  grants: {},
  ...rest,
})
const way = (id: string, from: string, to: string, rest: Partial<Transition> = {}): Transition => ({
  id,
  name: id,
  from: [from],
  to,
  trigger: 'hand',
  firedBy: ['role:author'],
  revision: 'keep',
  effects: [],
  ...rest,
})
const sound: Configuration = {
  format: 'ilmenite-configuration/1',
  attributes: [
    { id: 'mass', name: 'Mass', type: 'number' },
    { id: 'title', name: 'Title', type: 'text' },
    { id: 'signed', name: 'Signed', type: 'text' },
    { id: 'legacy', name: 'Legacy', type: 'text' },
    { id: 'finish', name: 'Finish', type: 'choice', choices: ['zinc', 'paint'] },
  ],
  schemes: [
    {
      id: 'letters',
      name: 'Letters',
      series: [
        { id: 'trial', major: { kind: 'digits' } },
        { id: 'issue', major: { kind: 'letters' }, separator: '-', minor: { kind: 'digits' } },
      ],
    },
  ],
  states: [
    { id: 'draft', name: 'Draft' },
    { id: 'review', name: 'Review' },
    { id: 'issued', name: 'Issued' },
  ],
  roles: [
    { id: 'author', name: 'Author' },
    { id: 'checker', name: 'Checker' },
  ],
  groups: [{ id: 'staff', name: 'Staff' }],
  lifecycles: [
    {
      id: 'main',
      name: 'Main',
      scheme: 'letters',
      entry: 'draft',
      states: [
        use('draft', 'working', { grants: { 'role:author': ['see', 'edit', 'move'] } }),
        use('review', 'review', { grants: { 'role:checker': ['see', 'move'] } }),
        use('issued', 'issued', { grants: { 'role:author': ['see', 'move'] } }),
      ],
      transitions: [
        way('send', 'draft', 'review'),
        way('release', 'review', 'issued', { firedBy: ['role:checker'] }),
        way('revise', 'issued', 'draft', { revision: 'major' }),
      ],
    },
  ],
  classes: [],
}
const directory: Directory = {
  people: [
    { id: 'ada', name: 'Ada', mail: 'ada@brackwater.example', groups: ['staff'], active: true },
    { id: 'bo', name: 'Bo', mail: 'bo@brackwater.example', groups: [], active: true },
    { id: 'cy', name: 'Cy', mail: null, groups: [], active: false },
  ],
  folders: [
    {
      path: '/',
      roles: { author: ['person:ada'], checker: ['person:bo'] },
      grants: { anyone: ['see', 'edit', 'move'] },
    },
  ],
}
const withMain = (patch: Partial<Lifecycle>): Configuration => ({
  ...sound,
  lifecycles: [{ ...sound.lifecycles[0]!, ...patch }],
})
const main = sound.lifecycles[0]!
const withWay = (id: string, patch: Partial<Transition>) =>
  withMain({
    transitions: main.transitions.map((other) => (other.id === id ? { ...other, ...patch } : other)),
  })
const plusWays = (...more: Transition[]) => withMain({ transitions: [...main.transitions, ...more] })
const withState = (id: string, patch: Partial<StateUse>) =>
  withMain({ states: main.states.map((other) => (other.state === id ? { ...other, ...patch } : other)) })
const unattended = (id: string, from: string, to: string, guard?: string) =>
  way(id, from, to, { trigger: 'unattended', firedBy: undefined, ...(guard ? { guard } : {}) })
const quorum = (...seats: Seat[]) => withWay('release', { trigger: 'quorum', firedBy: undefined, seats })
const seat = (id: string, needed: number, ...members: string[]): Seat => ({ id, name: id, members, needed })
/** What a state grants, in a configuration or in the sound one. */
const granting = (id: string, grants: StateUse['grants'], of: Configuration = sound): Configuration =>
  patchState(of, id, (use) => ({
    ...use,
    grants: { ...(Object.values(grants).flat().includes('move') ? use.grants : {}), ...grants },
  }))
const adoptingIn = (id: string, grants: StateUse['grants'], of: Configuration = sound): Configuration =>
  patchState(of, id, (use) => ({ ...use, adoption: true, grants }))
const patchState = (of: Configuration, id: string, patch: (use: StateUse) => StateUse): Configuration => ({
  ...of,
  lifecycles: of.lifecycles.map((lifecycle) => ({
    ...lifecycle,
    states: lifecycle.states.map((use) => (use.state === id ? patch(use) : use)),
  })),
})
const mayAdopt: StateUse['grants'] = { 'role:author': ['see', 'edit', 'move', 'adopt'] }
/** Labels of any series are taken over from the last state to the review, which starts the next series. */
const takingOver = (guard: string): Configuration =>
  withMain({
    states: main.states.map((of) => (of.state === 'issued' ? { ...of, adoption: true } : of)),
    transitions: [
      way('send', 'draft', 'review'),
      way('release', 'review', 'issued', { revision: 'series' }),
      way('take', 'issued', 'review', { revision: 'adopt:legacy', guard }),
    ],
  })
const notice = (...to: string[]): Partial<Transition> => ({
  notices: [{ to, subject: 'Released', body: '{{ number }}' } as Notice],
})
const write = (attribute: string, value = 'x') => ({ kind: 'write' as const, attribute, value })
const classes = (...rules: string[]): Configuration => ({
  ...sound,
  classes: rules.map((rule, index) => ({ id: `c${index}`, name: `C${index}`, rule, lifecycle: 'main' })),
})
const people = (patch: Partial<Directory>): Directory => ({ ...directory, ...patch })
const codes = (changed: Configuration, given?: Directory) => check(changed, given).map(({ code }) => code)

it('finds nothing in a sound configuration, with and without its people', () => {
  expect(check(sound)).toEqual([])
  expect(check(sound, directory)).toEqual([])
})

/** For each code: the smallest change that brings it about, and its nearest neighbour that does not. */
const cases: [string, [Configuration, Directory?], [Configuration, Directory?]][] = [
  ['entry-missing', [withMain({ entry: 'nowhere' })], [withMain({ entry: 'draft' })]],
  ['unknown-reference', [withMain({ scheme: 'none' })], [sound]],
  [
    'unknown-reference',
    [withWay('release', { firedBy: ['role:nobody'] })],
    [withWay('release', { firedBy: ['group:staff', 'role:checker'] })],
  ],
  [
    'unknown-reference',
    [withState('review', { grants: { 'group:none': ['see'] } })],
    [withState('review', { grants: { 'group:staff': ['see'] } })],
  ],
  ['duplicate-name', [withMain({ states: [...main.states, main.states[0]!] })], [sound]],
  [
    'duplicate-name',
    [{ ...sound, attributes: [...sound.attributes, { id: 'true', name: 'Truth', type: 'yesno' }] }],
    [{ ...sound, attributes: [...sound.attributes, { id: 'truth', name: 'Truth', type: 'yesno' }] }],
  ],
  [
    'duplicate-name',
    [{ ...sound, attributes: [...sound.attributes, { id: 'state_id', name: 'State', type: 'text' }] }],
    [{ ...sound, attributes: [...sound.attributes, { id: 'states', name: 'State', type: 'text' }] }],
  ],
  ['duplicate-name', [withWay('send', { name: 'Release' })], [withWay('send', { name: 'Releases' })]],
  [
    'state-unreachable',
    [withMain({ transitions: main.transitions.filter(({ id }) => id !== 'send') })],
    [sound],
  ],
  [
    'state-stuck',
    [withMain({ transitions: main.transitions.filter(({ id }) => id !== 'revise') })],
    [
      {
        ...withMain({
          transitions: main.transitions.filter(({ id }) => id !== 'revise'),
          states: main.states.map((of) => (of.state === 'issued' ? { ...of, final: true } : of)),
        }),
      },
    ],
  ],
  ['final-with-exit', [withState('issued', { final: true })], [sound]],
  ['state-unused', [{ ...sound, states: [...sound.states, { id: 'hold', name: 'Hold' }] }], [sound]],
  [
    'too-many-states',
    [withMain({ states: Array.from({ length: 13 }, (_, index) => use(`s${index}`, 'working')) })],
    [withMain({ states: Array.from({ length: 12 }, (_, index) => use(`s${index}`, 'working')) })],
  ],
  ['guard-invalid', [withWay('send', { guard: 'mas > 1' })], [withWay('send', { guard: 'mass > 1' })]],
  [
    'guard-never-true',
    [withWay('send', { guard: 'mass > 1 && mass < 1' })],
    [withWay('send', { guard: 'mass >= 1 && mass <= 1' })],
  ],
  [
    'guard-never-true',
    [withWay('send', { guard: 'state_id == "issued"' })],
    [withWay('send', { guard: 'state_id == "draft"' })],
  ],
  [
    'unattended-overlap',
    [
      plusWays(
        unattended('heavy', 'review', 'issued', 'mass > 5'),
        unattended('light', 'review', 'draft', 'mass < 6'),
      ),
    ],
    [
      plusWays(
        unattended('heavy', 'review', 'issued', 'mass > 5'),
        unattended('light', 'review', 'draft', 'mass <= 5'),
      ),
    ],
  ],
  [
    'unattended-overlap',
    [plusWays(unattended('one', 'review', 'issued'), unattended('two', 'review', 'draft'))],
    [plusWays(unattended('one', 'review', 'issued'))],
  ],
  [
    'unattended-gap',
    [plusWays(unattended('heavy', 'review', 'issued', 'mass > 5'))],
    [
      plusWays(
        unattended('heavy', 'review', 'issued', 'mass > 5'),
        unattended('light', 'review', 'draft', '!(mass > 5)'),
      ),
    ],
  ],
  [
    'unattended-loop',
    [
      plusWays(
        unattended('up', 'draft', 'review', 'mass > 5'),
        unattended('down', 'review', 'draft', 'mass > 4'),
      ),
    ],
    [
      plusWays(
        unattended('up', 'draft', 'review', 'mass > 5'),
        unattended('down', 'review', 'draft', 'mass < 4'),
      ),
    ],
  ],
  [
    'unattended-loop',
    [
      plusWays(
        { ...unattended('up', 'draft', 'review', 'mass > 5'), effects: [write('mass', '3')] },
        { ...unattended('down', 'review', 'draft', 'mass < 4'), effects: [write('mass', '6')] },
      ),
    ],
    [
      plusWays(
        { ...unattended('up', 'draft', 'review', 'mass > 5'), effects: [write('mass', '3')] },
        unattended('down', 'review', 'draft', 'mass < 4'),
      ),
    ],
  ],
  [
    'unattended-loop',
    [
      plusWays(
        { ...unattended('up', 'draft', 'review', 'mass > 5'), effects: [write('mass', '{{ title }}')] },
        unattended('down', 'review', 'draft', 'mass < 4'),
        { ...unattended('off', 'draft', 'issued', 'mass < 4'), effects: [write('mass', '{{ title }}')] },
        unattended('on', 'issued', 'draft', 'mass > 5'),
      ),
    ],
    [
      plusWays(
        { ...unattended('up', 'draft', 'review', 'mass > 5'), effects: [write('mass', '{{ to.name }}')] },
        unattended('down', 'review', 'draft', 'mass < 4'),
      ),
    ],
  ],
  [
    // Through one state twice, each time with another mass.
    'unattended-loop',
    [
      plusWays(
        { ...unattended('up', 'draft', 'review', 'mass > 5'), effects: [write('mass', '3')] },
        unattended('down', 'review', 'draft'),
        { ...unattended('off', 'draft', 'issued', 'mass < 4'), effects: [write('mass', '6')] },
        unattended('on', 'issued', 'draft'),
      ),
    ],
    [
      plusWays(
        { ...unattended('up', 'draft', 'review', 'mass > 5'), effects: [write('mass', '3')] },
        unattended('down', 'review', 'draft'),
        { ...unattended('off', 'draft', 'issued', 'mass < 3'), effects: [write('mass', '6')] },
        unattended('on', 'issued', 'draft'),
      ),
    ],
  ],
  ...(
    [
      // What a chain cannot change: file, folder, attributes that nothing writes, a label that every step keeps.
      ['file_extension == "dxf"', 'file_extension == "pdf"', 'file_name.contains("d")'],
      ['folder_path.startsWith("/A")', 'folder_path.startsWith("/B")', 'folder_path.endsWith("/B")'],
      ['title == "a"', 'title == "b"', 'title != "b"'],
      ['revision_label == "A"', 'revision_label == "B"', 'revision_series == "issue"'],
      ['revision_label == "A"', 'revision_major == "B"', 'revision_major == "A"'],
      ['revision_minor != null', 'revision_series == "trial"', 'revision_series == "issue"'],
    ] as const
  ).map(([up, never, also]): (typeof cases)[number] => [
    'unattended-loop',
    [plusWays(unattended('up', 'draft', 'review', up), unattended('down', 'review', 'draft', also))],
    [plusWays(unattended('up', 'draft', 'review', up), unattended('down', 'review', 'draft', never))],
  ]),
  [
    // A step that changes the label stays in its series.
    'unattended-loop',
    [
      plusWays(unattended('up', 'draft', 'review', 'revision_label == "A"'), {
        ...unattended('down', 'review', 'draft', 'revision_series == "issue"'),
        revision: 'major',
      }),
    ],
    [
      plusWays(unattended('up', 'draft', 'review', 'revision_series == "trial"'), {
        ...unattended('down', 'review', 'draft', 'revision_series == "issue"'),
        revision: 'major',
      }),
    ],
  ],
  ['nobody-can-fire', [withWay('send', { firedBy: [] })], [sound]],
  [
    'nobody-can-fire',
    [sound, people({ people: directory.people.filter(({ id }) => id !== 'bo') })],
    [sound, directory],
  ],
  [
    'nobody-can-fire',
    [
      sound,
      people({ folders: [{ ...directory.folders[0]!, grants: { 'person:bo': ['see', 'edit', 'move'] } }] }),
    ],
    [sound, directory],
  ],
  [
    'quorum-unfillable',
    [quorum(seat('a', 1, 'role:checker'), seat('b', 1, 'role:checker')), directory],
    [
      granting(
        'review',
        { 'role:author': ['see', 'move'] },
        quorum(seat('a', 1, 'role:checker'), seat('b', 1, 'role:author')),
      ),
      directory,
    ],
  ],
  [
    // Who signs needs the right to move, like who fires.
    'quorum-unfillable',
    [quorum(seat('a', 1, 'role:checker'), seat('b', 1, 'role:author')), directory],
    [quorum(seat('a', 1, 'role:checker')), directory],
  ],
  [
    'quorum-unfillable',
    [granting('review', { anyone: ['see', 'move'] }, quorum(seat('a', 1, 'person:cy'))), directory],
    [granting('review', { anyone: ['see', 'move'] }, quorum(seat('a', 1, 'person:bo'))), directory],
  ],
  [
    'quorum-unfillable',
    [granting('review', { anyone: ['see', 'move'] }, quorum(seat('a', 1, 'person:nobody'))), directory],
    [granting('review', { anyone: ['see', 'move'] }, quorum(seat('a', 1, 'person:nobody')))],
  ],
  [
    'quorum-unfillable',
    [quorum(seat('a', 0, 'role:checker'))],
    [quorum(seat('a', 0, 'role:checker'), seat('b', 1, 'role:checker'))],
  ],
  [
    'nobody-can-fire',
    [withState('review', { grants: {} })],
    [withState('review', { grants: { 'group:staff': ['see', 'move'] } })],
  ],
  [
    'nobody-can-fire',
    [withMain({ states: main.states.map((of) => ({ ...of, grants: {} })) }), directory],
    [sound, directory],
  ],
  [
    'nobody-can-fire',
    [sound, people({ folders: [{ ...directory.folders[0]!, grants: { anyone: ['see', 'edit'] } }] })],
    [sound, directory],
  ],
  ['nobody-can-fire', [sound, people({ folders: [] })], [sound, directory]],
  [
    // Whoever does not see a document fires nothing on it, whatever else they may.
    'nobody-can-fire',
    [sound, people({ folders: [{ ...directory.folders[0]!, grants: { anyone: ['edit', 'move'] } }] })],
    [sound, directory],
  ],
  [
    'nobody-can-fire',
    [withState('review', { grants: { 'role:checker': ['move'] } }), directory],
    [sound, directory],
  ],
  [
    'quorum-unfillable',
    [granting('review', { 'role:checker': ['move'] }, quorum(seat('a', 1, 'role:checker'))), directory],
    [quorum(seat('a', 1, 'role:checker')), directory],
  ],
  [
    'adoption-incomplete',
    [
      adoptingIn('draft', { 'role:author': ['edit', 'move', 'adopt'] }),
      people({
        folders: [{ ...directory.folders[0]!, grants: { anyone: ['see', 'edit', 'move', 'adopt'] } }],
      }),
    ],
    [
      adoptingIn('draft', mayAdopt),
      people({
        folders: [{ ...directory.folders[0]!, grants: { anyone: ['see', 'edit', 'move', 'adopt'] } }],
      }),
    ],
  ],
  [
    'nobody-can-fire',
    [
      sound,
      people({ folders: [{ ...directory.folders[0]!, withhold: { 'role:author': ['see', 'move'] } }] }),
    ],
    [sound, people({ folders: [{ ...directory.folders[0]!, withhold: { 'role:author': ['delete'] } }] })],
  ],
  [
    'nobody-can-fire',
    [granting('review', { 'role:checker': ['see'] }, quorum(seat('a', 1, 'role:checker')))],
    [quorum(seat('a', 1, 'role:checker'))],
  ],
  [
    'quorum-unfillable',
    [quorum(seat('a', 2, 'person:1', 'person:2'), seat('b', 1, 'person:2'))],
    [quorum(seat('a', 2, 'person:1', 'person:3'), seat('b', 1, 'person:2'))],
  ],
  ['quorum-unfillable', [quorum()], [quorum(seat('a', 1, 'role:checker'))]],
  [
    'role-unassigned',
    [sound, people({ folders: [{ ...directory.folders[0]!, roles: { author: ['person:ada'] } }] })],
    [sound, directory],
  ],
  [
    'role-unassigned',
    [
      sound,
      people({
        folders: [{ ...directory.folders[0]!, roles: { author: ['person:ada'], checker: ['person:cy'] } }],
      }),
    ],
    [sound, directory],
  ],
  [
    'self-approval',
    [
      granting(
        'review',
        { 'role:author': ['see', 'move'] },
        withWay('release', { firedBy: ['role:author'] }),
      ),
    ],
    [
      granting(
        'review',
        { 'role:author': ['see', 'move'] },
        withWay('release', { firedBy: ['role:author'], notBy: ['lastEditor'] }),
      ),
    ],
  ],
  [
    // A way that no record can go is none.
    'self-approval',
    [
      granting(
        'review',
        { 'role:author': ['see', 'move'] },
        withWay('release', { firedBy: ['role:author'], guard: 'mass > 1' }),
      ),
    ],
    [
      granting(
        'review',
        { 'role:author': ['see', 'move'] },
        withWay('release', { firedBy: ['role:author'], guard: 'mass > 1 && state_id == "draft"' }),
      ),
    ],
  ],
  [
    'self-approval',
    [
      sound,
      people({
        folders: [{ ...directory.folders[0]!, roles: { author: ['person:ada'], checker: ['person:ada'] } }],
      }),
    ],
    [sound, directory],
  ],
  [
    'scheme-invalid',
    [{ ...sound, schemes: [...sound.schemes, { id: 'n', name: 'N', series: [] }] }],
    [sound],
  ],
  [
    'scheme-ambiguous',
    [
      {
        ...sound,
        schemes: [
          ...sound.schemes,
          {
            id: 'n',
            name: 'N',
            series: [{ id: 'a', major: { kind: 'digits' }, separator: '', minor: { kind: 'digits' } }],
          },
        ],
      },
    ],
    [
      {
        ...sound,
        schemes: [
          ...sound.schemes,
          {
            id: 'n',
            name: 'N',
            series: [{ id: 'a', major: { kind: 'digits' }, separator: '.', minor: { kind: 'digits' } }],
          },
        ],
      },
    ],
  ],
  [
    // An adopting transition whose guard never holds brings nothing to where it leads.
    'step-unsupported',
    [takingOver('mass > 1')],
    [takingOver('mass > 2 && mass < 1')],
  ],
  [
    'step-unsupported',
    [withWay('revise', { revision: 'minor' })],
    [
      withMain({
        transitions: main.transitions.map((of) =>
          of.id === 'release'
            ? { ...of, revision: 'series:issue' as const }
            : of.id === 'revise'
              ? { ...of, revision: 'minor' as const, to: 'issued' }
              : of,
        ),
      }),
    ],
  ],
  [
    'step-unsupported',
    [withWay('release', { revision: 'series:none' })],
    [
      withMain({
        transitions: main.transitions
          .filter(({ id }) => id !== 'revise')
          .map((of) => (of.id === 'release' ? { ...of, revision: 'series:issue' as const } : of)),
        states: main.states.map((of) => (of.state === 'issued' ? { ...of, final: true } : of)),
      }),
    ],
  ],
  [
    'series-backwards',
    [withWay('release', { revision: 'series:issue' })],
    [
      withMain({
        transitions: main.transitions
          .filter(({ id }) => id !== 'revise')
          .map((of) => (of.id === 'release' ? { ...of, revision: 'series:issue' as const } : of)),
        states: main.states.map((of) => (of.state === 'issued' ? { ...of, final: true } : of)),
      }),
    ],
  ],
  ['revision-reused', [withWay('revise', { revision: 'keep' })], [withWay('revise', { revision: 'major' })]],
  [
    'adoption-then-step',
    [
      withMain({
        states: main.states.map((of) => (of.state === 'draft' ? { ...of, adoption: true } : of)),
        transitions: main.transitions.map((of) =>
          of.id === 'release' ? { ...of, revision: 'major' as const } : of,
        ),
      }),
    ],
    [withState('draft', { adoption: true })],
  ],
  [
    'adoption-incomplete',
    [granting('draft', mayAdopt, plusWays(way('take', 'draft', 'issued', { revision: 'adopt:legacy' })))],
    [adoptingIn('draft', mayAdopt, plusWays(way('take', 'draft', 'issued', { revision: 'adopt:legacy' })))],
  ],
  [
    'adoption-incomplete',
    [adoptingIn('draft', { 'role:author': ['see', 'edit', 'move'] })],
    [adoptingIn('draft', mayAdopt)],
  ],
  [
    'adoption-incomplete',
    [adoptingIn('draft', mayAdopt), directory],
    [
      adoptingIn('draft', mayAdopt),
      people({
        folders: [{ ...directory.folders[0]!, grants: { anyone: ['see', 'edit', 'move', 'adopt'] } }],
      }),
    ],
  ],
  [
    'revision-reused',
    [
      adoptingIn(
        'draft',
        mayAdopt,
        withMain({
          transitions: [
            ...main.transitions.filter(({ id }) => id !== 'send'),
            way('send', 'draft', 'review', { revision: 'adopt:legacy' }),
          ].map((of) => (of.id === 'revise' ? { ...of, revision: 'keep' as const } : of)),
        }),
      ),
    ],
    [
      adoptingIn(
        'draft',
        mayAdopt,
        withMain({
          transitions: [
            ...main.transitions.filter(({ id }) => id !== 'send'),
            way('send', 'draft', 'review', { revision: 'adopt:legacy' }),
          ],
        }),
      ),
    ],
  ],
  [
    'series-backwards',
    [adoptingIn('draft', mayAdopt, withWay('release', { revision: 'series:issue' }))],
    [
      adoptingIn(
        'draft',
        mayAdopt,
        withMain({
          transitions: main.transitions
            .filter(({ id }) => id !== 'revise')
            .map((of) =>
              of.id === 'release'
                ? { ...of, revision: 'series:issue' as const, guard: 'revision_series == "trial"' }
                : of,
            ),
          states: main.states.map((of) => (of.state === 'issued' ? { ...of, final: true } : of)),
        }),
      ),
    ],
  ],
  [
    'write-unknown-attribute',
    [withWay('send', { effects: [write('none')] })],
    [withWay('send', { effects: [write('title')] })],
  ],
  [
    'write-clobbered',
    [withWay('send', { effects: [write('title', '1'), write('title', '2')] })],
    [withWay('send', { effects: [write('title'), write('signed')] })],
  ],
  [
    'write-clobbered',
    [
      withMain({
        revisionAttribute: 'title',
        transitions: main.transitions.map((of) => ({ ...of, effects: [write('title')] })),
      }),
    ],
    [withMain({ revisionAttribute: 'title' })],
  ],
  [
    // What a later write uses is not written over.
    'write-clobbered',
    [withWay('send', { effects: [write('title', '1'), write('signed', 'x'), write('title', '2')] })],
    [
      withWay('send', {
        effects: [write('title', '1'), write('signed', '{{ title }}'), write('title', '2')],
      }),
    ],
  ],
  [
    'write-clobbered',
    [withWay('send', { effects: [write('title', '1'), write('title', '{{ signed }}')] })],
    [withWay('send', { effects: [write('title', '1'), write('title', '{{ title }}2')] })],
  ],
  [
    'write-impossible',
    [withWay('send', { effects: [write('mass', 'heavy')] })],
    [withWay('send', { effects: [write('mass', '7')] })],
  ],
  [
    'write-impossible',
    [withWay('send', { effects: [write('finish', 'steel')] })],
    [withWay('send', { effects: [write('finish', 'zinc')] })],
  ],
  [
    'template-invalid',
    [withWay('send', { effects: [write('title', '{{ weight }}')] })],
    [withWay('send', { effects: [write('title', '{{ mass }}')] })],
  ],
  [
    'template-invalid',
    [withWay('send', { notices: [{ to: ['creator'], subject: 'Sent', body: '{{ weight }}' }] })],
    [withWay('send', { notices: [{ to: ['creator'], subject: 'Sent', body: '{{ mass }} {{ link }}' }] })],
  ],
  [
    'signer-missing',
    [
      withWay('release', {
        trigger: 'quorum',
        seats: [seat('a', 0, 'role:checker'), seat('b', 1, 'role:checker')],
        effects: [{ kind: 'sign', attribute: 'signed', seat: 'a', signer: 'last', part: 'name' }],
      }),
    ],
    [
      withWay('release', {
        trigger: 'quorum',
        seats: [seat('a', 0, 'role:checker'), seat('b', 1, 'role:checker')],
        effects: [{ kind: 'sign', attribute: 'signed', seat: 'b', signer: 'last', part: 'name' }],
      }),
    ],
  ],
  [
    'template-invalid',
    [withWay('send', { effects: [write('title', '{% if %}')] })],
    [withWay('send', { effects: [write('title', '{{ to.name }}')] })],
  ],
  [
    'signer-missing',
    [
      {
        ...withWay('release', {
          trigger: 'quorum',
          firedBy: undefined,
          seats: [seat('a', 1, 'role:checker')],
          effects: [{ kind: 'sign', attribute: 'signed', seat: 'a', signer: 2, part: 'name' }],
        }),
      },
    ],
    [
      {
        ...withWay('release', {
          trigger: 'quorum',
          firedBy: undefined,
          seats: [seat('a', 2, 'role:checker')],
          effects: [{ kind: 'sign', attribute: 'signed', seat: 'a', signer: 2, part: 'name' }],
        }),
      },
    ],
  ],
  [
    'stamp-unbound',
    [
      {
        ...withWay('send', { effects: [write('signed')] }),
        attributes: sound.attributes.map((of) => (of.id === 'signed' ? { ...of, systemOnly: true } : of)),
      },
    ],
    [
      {
        ...withWay('send', { effects: [write('signed')] }),
        attributes: sound.attributes.map((of) =>
          of.id === 'signed'
            ? {
                ...of,
                systemOnly: true,
                bindings: [{ extensions: ['dxf'], place: 'STATUS', mode: 'write' as const }],
              }
            : of,
        ),
      },
    ],
  ],
  ['notice-nobody', [withWay('release', notice())], [withWay('release', notice('creator'))]],
  [
    'notice-nobody',
    [withWay('release', notice('nextSigners'))],
    [withWay('release', notice('nextSigners', 'mail:office@brackwater.example'))],
  ],
  [
    'notice-nobody',
    [withWay('release', notice('person:cy')), directory],
    [withWay('release', notice('person:bo')), directory],
  ],
  [
    'no-address',
    [withWay('release', notice('mail:office'))],
    [withWay('release', notice('mail:office@brackwater.example'))],
  ],
  [
    'no-address',
    [
      withWay('release', notice('person:bo')),
      people({ people: directory.people.map((of) => ({ ...of, mail: of.id === 'bo' ? '' : of.mail })) }),
    ],
    [withWay('release', notice('person:bo')), directory],
  ],
  [
    'class-shadowed',
    [classes('mass > 1', 'mass > 2', '!(mass > 1)')],
    [classes('mass > 2', 'mass > 1', '!(mass > 1)')],
  ],
  ['class-gap', [classes('mass > 1')], [classes('mass > 1', '!(mass > 1)')]],
  ['guard-never-true', [classes('mass > 1 && mass < 1')], [classes('mass >= 1 && mass <= 1')]],
  // An extension has small letters and no dot.
  ['guard-never-true', [classes('file_extension == "DXF"')], [classes('file_extension == "dxf"')]],
  [
    'guard-never-true',
    [classes('file_extension.startsWith(".")')],
    [classes('!(file_extension.startsWith("."))')],
  ],
  [
    'unknown-reference',
    [{ ...sound, classes: [{ id: 'c', name: 'C', rule: '', lifecycle: 'main', attributes: ['none'] }] }],
    [{ ...sound, classes: [{ id: 'c', name: 'C', rule: '', lifecycle: 'main', attributes: ['mass'] }] }],
  ],
  ...(
    [
      [{ type: 'choice' }, { type: 'choice', choices: ['x'] }],
      [
        { type: 'choice', choices: [] },
        { type: 'text', choices: [] },
      ],
      [
        { type: 'choice', choices: ['x', 'x'] },
        { type: 'choice', choices: ['x', 'X'] },
      ],
      [
        { type: 'number', min: 2, max: 1 },
        { type: 'number', min: 1, max: 1 },
      ],
      [
        { type: 'number', whole: true, min: 1.2, max: 1.8 },
        { type: 'number', min: 1.2, max: 1.8 },
      ],
      [
        { type: 'number', max: 5, initial: 6 },
        { type: 'number', max: 5, initial: 5 },
      ],
      [
        { type: 'choice', choices: ['x'], initial: 'y' },
        { type: 'choice', choices: ['x'], initial: 'x' },
      ],
    ] as const
  ).map(([wrong, right]): (typeof cases)[number] => {
    const having = (rest: object): Configuration => ({
      ...sound,
      attributes: [...sound.attributes, { id: 'grade', name: 'Grade', ...rest } as Attribute],
    })
    return ['attribute-invalid', [having(wrong)], [having(right)]]
  }),
  [
    'duplicate-name',
    [{ ...sound, roles: [...sound.roles, { id: 'second', name: 'author' }] }],
    [{ ...sound, roles: [...sound.roles, { id: 'second', name: 'Authors' }] }],
  ],
  [
    // The same to the eye, whichever way an accent is written.
    'duplicate-name',
    [{ ...sound, groups: ['Geh\u00e4nge', 'Geha\u0308nge'].map((name, at) => ({ id: `g${at}`, name })) }],
    [{ ...sound, groups: ['Geh\u00e4nge', 'Gehange'].map((name, at) => ({ id: `g${at}`, name })) }],
  ],
  [
    'duplicate-name',
    [{ ...sound, groups: [...sound.groups, { id: 'staff', name: 'Others' }] }],
    [{ ...sound, groups: [...sound.groups, { id: 'others', name: 'Others' }] }],
  ],
  [
    'duplicate-name',
    [{ ...sound, attributes: [...sound.attributes, { id: 'mass', name: 'Weight', type: 'number' }] }],
    [{ ...sound, attributes: [...sound.attributes, { id: 'weight', name: 'Weight', type: 'number' }] }],
  ],
  [
    'duplicate-name',
    [plusWays(way('send', 'draft', 'review', { name: 'Send on' }))],
    [plusWays(way('send-on', 'draft', 'review', { name: 'Send on' }))],
  ],
  [
    'duplicate-name',
    [quorum(seat('a', 1, 'role:checker'), { ...seat('a', 1, 'role:author'), name: 'B' })],
    [quorum(seat('a', 1, 'role:checker'), seat('b', 1, 'role:author'))],
  ],
  ['unknown-reference', [withWay('release', { effects: [{ kind: 'run', job: 'weigh' }] })], [sound]],
  [
    'unattended-overlap',
    [
      plusWays(
        unattended('one', 'review', 'issued', 'revision_label != null'),
        unattended('two', 'review', 'draft', 'revision_major == "A"'),
      ),
    ],
    [
      plusWays(
        unattended('one', 'review', 'issued', 'revision_label == null'),
        unattended('two', 'review', 'draft', 'revision_major == "A"'),
      ),
    ],
  ],
  [
    'unattended-overlap',
    [
      plusWays(
        unattended('one', 'review', 'issued', 'revision_label.startsWith("B")'),
        unattended('two', 'review', 'draft', 'revision_major == "B"'),
      ),
    ],
    [
      plusWays(
        unattended('one', 'review', 'issued', 'revision_label.startsWith("A")'),
        unattended('two', 'review', 'draft', 'revision_major == "B"'),
      ),
    ],
  ],
]
describe.each(cases)('%s', (code, [has, people1], [hasNot, people2]) => {
  it('is found, and not in the nearest neighbour', () => {
    expect(codes(has, people1)).toContain(code)
    expect(codes(hasNot, people2)).not.toContain(code)
  })
})

describe('a witness', () => {
  const found = (code: string, changed: Configuration, given?: Directory): Finding =>
    check(changed, given).find((finding) => finding.code === code)!
  it('of an overlap meets both guards', () => {
    const changed = plusWays(
      unattended('heavy', 'review', 'issued', 'mass > 5'),
      unattended('light', 'review', 'draft', 'mass < 6 && title.startsWith("x")'),
    )
    const { witness } = found('unattended-overlap', changed) as {
      witness: { record: Record<string, never>; transitions: string[] }
    }
    expect(witness.transitions).toEqual(['heavy', 'light'])
    for (const guard of ['mass > 5', 'mass < 6 && title.startsWith("x")', 'state_id == "review"'])
      expect(evaluate(parseCondition(guard, sound.attributes), witness.record)).toBe(true)
  })
  it('of a loop and of a reused revision is the way', () => {
    expect(
      found(
        'unattended-loop',
        plusWays(unattended('up', 'draft', 'review'), unattended('down', 'review', 'draft')),
      ).witness,
    ).toEqual({ states: ['draft', 'review', 'draft'], transitions: ['up', 'down'] })
    expect(found('revision-reused', withWay('revise', { revision: 'keep' })).witness).toEqual({
      states: ['issued', 'draft', 'review', 'issued'],
      transitions: ['revise', 'send', 'release'],
    })
  })
  it('of a quorum names who is seated and what is missing', () =>
    expect(
      found(
        'quorum-unfillable',
        quorum(seat('a', 1, 'role:checker'), seat('b', 1, 'role:checker')),
        directory,
      ).witness,
    ).toEqual({ folder: '/', filled: { a: ['bo'], b: [] }, missing: { b: 1 } }))
  it('of one pair of hands is the person and the way', () =>
    expect(
      found(
        'self-approval',
        withMain({
          transitions: main.transitions.map((of) => ({ ...of, firedBy: ['role:author'] })),
          states: main.states.map((of) => ({ ...of, grants: { 'role:author': ['see', 'edit', 'move'] } })),
        }),
        directory,
      ).witness,
    ).toEqual({ person: 'ada', states: ['draft', 'review', 'issued'], transitions: ['send', 'release'] }))
})

describe('a fix', () => {
  it('takes its finding away, as an ordinary edit', () => {
    const broken: Configuration[] = cases.map(([, [changed]]) => changed)
    let fixed = 0
    for (const changed of broken)
      for (const { code, fix, where } of check(changed)) {
        if (!fix) continue
        fixed++
        expect(
          check(applyEdit(changed, fix.edit)).some(
            (other) => other.code === code && JSON.stringify(other.where) === JSON.stringify(where),
          ),
          `${code}: ${fix.words}`,
        ).toBe(false)
      }
    expect(fixed).toBeGreaterThan(5)
  })
})

describe('seats', () => {
  const actor = (id: string, ...held: string[]) => ({ id, held: new Set(held) })
  it('are filled by different people wherever that can be, however they are asked', () =>
    fc.assert(
      fc.property(
        fc.array(fc.subarray(['role:x', 'role:y', 'role:z']), { maxLength: 6 }),
        fc.array(
          fc.tuple(
            fc.integer({ min: 1, max: 2 }),
            fc.subarray(['role:x', 'role:y', 'role:z'], { minLength: 1 }),
          ),
          { minLength: 1, maxLength: 3 },
        ),
        (holders, wanted) => {
          const actors = holders.map((held, index) => actor(String(index), ...held))
          const seats = wanted.map(([needed, members], index) => seat(`s${index}`, needed, ...members))
          const { filled, missing } = fillSeats(seats, actors)
          const seated = filled.flatMap(([, ids]) => ids)
          expect(new Set(seated).size).toBe(seated.length)
          // Hall: the seats can all be filled where no set of chairs has fewer candidates than chairs.
          const subsets = seats.reduce<Seat[][]>(
            (all, one) => [...all, ...all.map((set) => [...set, one])],
            [[]],
          )
          const possible = subsets.every(
            (set) =>
              actors.filter(({ held }) =>
                set.some(({ members }) => members.some((member) => held.has(member))),
              ).length >= set.reduce((sum, { needed }) => sum + needed, 0),
          )
          expect(missing.length === 0).toBe(possible)
        },
      ),
    ))
})

describe('the demo’s configuration', () => {
  it('has no errors, and the doubts that it is meant to show', () => {
    const findings = check(demo)
    expect(findings.filter(({ severity }) => severity === 'error')).toEqual([])
    expect([...new Set(findings.map(({ code }) => code))].sort()).toEqual([
      'adoption-then-step',
      'class-gap',
      'self-approval',
      'stamp-unbound',
      'state-unused',
    ])
  })
})
