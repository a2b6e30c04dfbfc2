import type { Configuration } from '../core/configuration'

/** Something that Ctrl+K can go to. */
export interface Hit {
  kind: string
  name: string
  detail: string
  to: string
}

/** One view of the application. Menu, bar, finder, route guard and tests read it from here. */
export interface Area {
  name: string
  path: string
  /** Where it stands in the menu; null where it does not. */
  block: 'Set up' | 'Bring in' | 'At work' | 'Behind' | null
  /** Whether everybody who is signed in may go there; else administrators. */
  everybody?: true
  /** A number beside it in the menu. */
  count?: (configuration: Configuration) => number
  /** What is in it, for the finder. */
  finds?: (configuration: Configuration) => Hit[]
  /** Addresses that show it in its various states, on the demo data. */
  samples: string[]
}

const stateNameIn = ({ states }: Configuration, id: string) =>
  states.find((state) => state.id === id)?.name ?? id

/** A lifecycle, its states and its transitions. */
const inLifecycles = (configuration: Configuration): Hit[] => [
  ...configuration.lifecycles.map(({ id, name }) => ({
    kind: 'lifecycle',
    name,
    detail: '',
    to: `/lifecycles/${id}`,
  })),
  ...configuration.lifecycles.flatMap(({ id, name, states }) =>
    states.map(({ state }) => ({
      kind: 'state',
      name: stateNameIn(configuration, state),
      detail: name,
      to: `/lifecycles/${id}?state=${state}`,
    })),
  ),
  ...configuration.lifecycles.flatMap(({ id, name, transitions }) =>
    transitions.map((transition) => ({
      kind: 'transition',
      name: transition.name,
      detail: name,
      to: `/lifecycles/${id}?transition=${transition.id}`,
    })),
  ),
]

/** Every area, in the order of the menu. */
export const areas: Area[] = [
  { name: 'Overview', path: '/', block: 'Set up', samples: ['/'] },
  {
    name: 'Lifecycles',
    path: '/lifecycles',
    block: 'Set up',
    count: ({ lifecycles }) => lifecycles.length,
    finds: inLifecycles,
    samples: [
      '/lifecycles',
      '/lifecycles/workshop-document?transition=send-to-check',
      '/lifecycles/workshop-document?state=issued',
      '/lifecycles/workshop-document?transition=issue&part=guard',
      '/lifecycles/workshop-document?view=map&transition=issue',
    ],
  },
  {
    name: 'Revisions',
    path: '/revisions',
    block: 'Set up',
    count: ({ schemes }) => schemes.length,
    finds: ({ schemes }) =>
      schemes.map(({ id, name }) => ({ kind: 'scheme', name, detail: '', to: `/revisions/${id}` })),
    samples: ['/revisions/tarn?at=B&with=workshop-letters'],
  },
  {
    name: 'Record',
    path: '/record',
    block: 'Set up',
    count: ({ attributes }) => attributes.length,
    finds: ({ attributes }) =>
      attributes.map(({ id, name }) => ({
        ...{ kind: 'attribute', name, detail: '', to: `/record?attribute=${id}` },
      })),
    samples: ['/record?attribute=stamp&document=BR-2024', '/record'],
  },
  {
    name: 'Scripts',
    path: '/scripts',
    block: 'Set up',
    count: ({ scripts }) => scripts?.length ?? 0,
    finds: ({ scripts = [] }) =>
      scripts.map(({ id, name }) => ({ kind: 'script', name, detail: '', to: `/scripts?script=${id}` })),
    samples: ['/scripts'],
  },
  {
    name: 'Access',
    path: '/access',
    block: 'Set up',
    samples: [
      '/access?folder=/Grips&who=role:author&state=issued',
      '/access?folder=/Line/Carried over/Sealed&edit=yes',
    ],
  },
  { name: 'People', path: '/people', block: 'Set up', samples: ['/people', '/people?person=3'] },
  { name: 'Intake', path: '/intake', block: 'Bring in', samples: ['/intake'] },
  {
    name: 'Tasks',
    path: '/tasks',
    block: 'At work',
    everybody: true,
    samples: ['/tasks'],
  },
  {
    name: 'Vault',
    path: '/vault',
    block: 'At work',
    everybody: true,
    samples: ['/vault', '/vault/BR-2001?act=revise'],
  },
  {
    name: 'Adoption',
    path: '/adoption',
    block: 'At work',
    everybody: true,
    samples: ['/adoption?folder=/Line/Carried over&at=BR-5009'],
  },
  { name: 'Jobs', path: '/jobs', block: 'Behind', samples: ['/jobs'] },
  { name: 'Outbox', path: '/outbox', block: 'Behind', samples: ['/outbox'] },
  { name: 'Audit', path: '/audit', block: 'Behind', samples: ['/audit'] },
  { name: 'Company', path: '/set-up', block: 'Behind', samples: ['/set-up'] },
  { name: 'Your own page', path: '/own', block: null, everybody: true, samples: ['/own'] },
  { name: 'Review and publish', path: '/publish', block: null, samples: ['/publish'] },
]

/** The area that an address lies in. */
export const areaOf = (path: string): Area | undefined =>
  areas.find((area) =>
    area.path === '/' ? path === '/' : path === area.path || path.startsWith(`${area.path}/`),
  )

/** The areas that somebody may go to. */
export const areasFor = (administrator: boolean): Area[] =>
  areas.filter(({ everybody }) => administrator || everybody)
