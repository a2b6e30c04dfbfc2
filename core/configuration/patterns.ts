import type { Right } from '../access'
import type { StateUse, Transition } from './types'

/** A lifecycle to start from. States and roles go by name, so that a vault's own of that name are used. */
export interface Pattern {
  id: string
  name: string
  words: string
  roles: string[]
  states: PatternState[]
  transitions: PatternTransition[]
}

/** A state of a pattern. It grants rights to roles by their names. */
export type PatternState = Omit<StateUse, 'state'> & { name: string }

/** A transition of a pattern. It is fired by hand, and its effects are none, unless it says otherwise. */
export type PatternTransition = Pick<Transition, 'name' | 'from' | 'to' | 'revision'> &
  Partial<Omit<Transition, 'id' | 'firedBy'>> & { firedBy?: string[] }

/** The rights that states of patterns grant: to look, to look at the past, to work, and to decide. */
export const read: Right[] = ['see', 'open']
export const past: Right[] = ['see', 'history']
export const work: Right[] = ['see', 'history', 'open', 'edit', 'move']
export const judge: Right[] = ['see', 'history', 'open', 'move']

/** The lifecycles that are shipped as a start, each sound by itself whatever the scheme. */
export const patterns: Pattern[] = [
  {
    id: 'draft-and-issue',
    name: 'Draft and issue',
    words: 'One person writes, another issues. For notes and calculations.',
    roles: ['Author', 'Lead'],
    states: [
      { name: 'Drafting', phase: 'working', content: 'open', grants: { Author: work, Lead: judge } },
      {
        name: 'Issued',
        phase: 'issued',
        content: 'closed',
        grants: { Author: judge, Lead: judge, anyone: read },
      },
      {
        name: 'Withdrawn',
        phase: 'retired',
        content: 'closed',
        final: true,
        grants: { Author: past, Lead: past },
      },
    ],
    transitions: [
      {
        name: 'Issue',
        from: ['Drafting'],
        to: 'Issued',
        firedBy: ['Lead'],
        revision: 'keep',
        notBy: ['lastEditor'],
      },
      { name: 'Revise', from: ['Issued'], to: 'Drafting', firedBy: ['Author'], revision: 'major' },
      {
        name: 'Withdraw',
        from: ['Issued'],
        to: 'Withdrawn',
        firedBy: ['Lead'],
        revision: 'keep',
        comment: 'required',
      },
    ],
  },
  {
    id: 'draft-check-issue',
    name: 'Draft, check, issue',
    words: 'A second pair of eyes before anybody builds from it. For drawings and parts.',
    roles: ['Author', 'Checker'],
    states: [
      { name: 'Drafting', phase: 'working', content: 'open', grants: { Author: work, Checker: read } },
      { name: 'Checking', phase: 'review', content: 'closed', grants: { Author: read, Checker: judge } },
      {
        name: 'Issued',
        phase: 'issued',
        content: 'closed',
        grants: { Author: judge, Checker: judge, anyone: read },
      },
      {
        name: 'Superseded',
        phase: 'retired',
        content: 'closed',
        final: true,
        grants: { Author: past, Checker: past },
      },
    ],
    transitions: [
      { name: 'Send to check', from: ['Drafting'], to: 'Checking', firedBy: ['Author'], revision: 'keep' },
      {
        name: 'Return',
        from: ['Checking'],
        to: 'Drafting',
        firedBy: ['Checker'],
        revision: 'keep',
        comment: 'required',
      },
      {
        name: 'Issue',
        from: ['Checking'],
        to: 'Issued',
        firedBy: ['Checker'],
        revision: 'keep',
        notBy: ['lastEditor'],
      },
      { name: 'Revise', from: ['Issued'], to: 'Drafting', firedBy: ['Author'], revision: 'major' },
      {
        name: 'Supersede',
        from: ['Issued'],
        to: 'Superseded',
        firedBy: ['Checker'],
        revision: 'keep',
        comment: 'required',
      },
    ],
  },
  {
    id: 'work-share-publish',
    name: 'Work, share, publish',
    words: 'Shared with other trades before it is published, as ISO 19650 has it. For models and containers.',
    roles: ['Author', 'Coordinator'],
    states: [
      { name: 'Work in progress', phase: 'working', content: 'open', grants: { Author: work } },
      {
        name: 'Shared',
        phase: 'review',
        content: 'closed',
        grants: { Author: read, Coordinator: judge, anyone: read },
      },
      {
        name: 'Published',
        phase: 'issued',
        content: 'closed',
        grants: { Author: judge, Coordinator: judge, anyone: read },
      },
      {
        name: 'Archive',
        phase: 'retired',
        content: 'closed',
        final: true,
        grants: { Author: past, Coordinator: past },
      },
    ],
    transitions: [
      { name: 'Share', from: ['Work in progress'], to: 'Shared', firedBy: ['Author'], revision: 'settle' },
      {
        name: 'Rework',
        from: ['Shared'],
        to: 'Work in progress',
        firedBy: ['Coordinator'],
        revision: 'major',
        comment: 'required',
      },
      {
        name: 'Publish',
        from: ['Shared'],
        to: 'Published',
        firedBy: ['Coordinator'],
        revision: 'keep',
        notBy: ['lastEditor'],
      },
      { name: 'Revise', from: ['Published'], to: 'Work in progress', firedBy: ['Author'], revision: 'major' },
      { name: 'Archive', from: ['Published'], to: 'Archive', firedBy: ['Coordinator'], revision: 'keep' },
    ],
  },
]
