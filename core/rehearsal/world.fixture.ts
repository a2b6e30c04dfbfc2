import { type Answer, emptyWorld, readAct, rehearse } from '.'
import type { Directory, Reason } from '../access'
import type { Configuration, Transition } from '../configuration'

/** A transition with what a test says of it. */
export const transition = (
  id: string,
  from: string | string[],
  to: string,
  more: Partial<Transition> = {},
): Transition => ({
  ...{ id, name: id, from: [from].flat(), to, trigger: 'hand', firedBy: ['anyone'], revision: 'keep' },
  effects: [],
  ...more,
})

const all = ['see', 'history', 'open', 'edit', 'adopt', 'rollback', 'move'] as const
const state = (id: string, more: object = {}) => ({
  ...{ state: id, phase: 'working' as const, content: 'open' as const, grants: { anyone: [...all] } },
  ...more,
})

/** A lifecycle from draft over check to issued, with the transitions of a test. */
export const configurationWith = (
  transitions: Transition[],
  states: Record<string, object> = {},
): Configuration => ({
  format: 'ilmenite-configuration/1',
  attributes: [
    { id: 'title', name: 'Title', type: 'text' },
    { id: 'kind', name: 'Kind', type: 'choice', choices: ['grip', 'line'] },
    { id: 'mass', name: 'Mass', type: 'number', initial: 1 },
    { id: 'label', name: 'Label', type: 'text' },
    { id: 'first', name: 'First', type: 'text', systemOnly: true },
    { id: 'last', name: 'Last', type: 'text', systemOnly: true },
    { id: 'day', name: 'Day', type: 'date', systemOnly: true },
  ],
  schemes: [
    { id: 'letters', name: 'Letters', series: [{ id: 'main', major: { kind: 'letters', to: 'H' } }] },
  ],
  states: ['draft', 'check', 'issued', 'sorted'].map((id) => ({ id, name: id })),
  roles: [
    { id: 'checker', name: 'Checker' },
    { id: 'lead', name: 'Lead' },
  ],
  groups: [{ id: 'office', name: 'Office' }],
  lifecycles: [
    {
      ...{ id: 'main', name: 'Main', scheme: 'letters', revisionAttribute: 'label', entry: 'draft' },
      states: ['draft', 'check', 'issued', 'sorted'].map((id) => state(id, states[id])),
      transitions,
    },
  ],
  classes: [{ id: 'drawing', name: 'Drawing', rule: 'file_extension == "dxf"', lifecycle: 'main' }],
})

const person = (id: string, name: string, more: object = {}) => ({
  ...{ id, name, mail: `${id}@brackwater.example`, groups: ['office'], active: true },
  ...more,
})

/** Two checkers, a lead who checks as well, an author, and somebody who has left. */
export const directory: Directory = {
  people: [
    person('ada', 'Ada Lund'),
    person('bo', 'Bo Rasmussen'),
    person('cleo', 'Cleo Marsh', { initials: 'CMA' }),
    person('dag', 'Dag Vinter'),
    person('eve', 'Eve Gone', { active: false }),
    person('una', 'Una Outside', { groups: [] }),
  ],
  folders: [
    {
      path: '/',
      roles: {
        checker: ['person:bo', 'person:cleo', 'person:dag'],
        lead: ['person:dag'],
      },
      grants: { 'group:office': [...all] },
    },
  ],
}

type Done = Extract<Answer, { ok: true }>

/** Runs acts on BR-1, which is filed first; answers what came of the last one. */
export function play(transitions: Transition[], acts: object[], states: Record<string, object> = {}) {
  const world = emptyWorld(configurationWith(transitions, states), directory, '2026-03-01')
  const file = { act: 'file', person: 'ada', folder: '/', fileName: 'a.dxf' }
  const answers = [file, ...acts].map((act) =>
    rehearse(world, readAct({ person: 'ada', number: 'BR-1', ...act })),
  )
  return answers.at(-1) as Omit<Done, 'ok'> & { ok: boolean; reasons?: Reason[] }
}
/** The rules that stand against an act. */
export const rules = ({ reasons }: { reasons?: { rule: string }[] }) => reasons?.map(({ rule }) => rule)
export const fire = (id: string, person = 'ada', more: object = {}) => ({
  act: 'fire',
  transition: id,
  person,
  ...more,
})
