import type { Pattern, PatternState, PatternTransition } from '../patterns'
import { control, issued, retired, review, working } from './usual-states'
import { asks, retires, returns, revises, signs, takesOver } from './usual-transitions'

/** What differs between lifecycles in which a checker signs the issue. */
interface Differences {
  drafting?: Partial<PatternState>
  issue?: Partial<PatternTransition>
}

/** Drafting, checking, issued, superseded: somebody else signs before anybody builds. */
export const checkedLifecycle = ({ drafting, issue }: Differences = {}): Pick<
  Pattern,
  'roles' | 'states' | 'transitions'
> => ({
  roles: ['Author', 'Checker', control],
  states: [
    { ...working('Drafting', ['Checker']), ...drafting },
    review('Checking', ['Checker']),
    issued('Issued', ['Checker']),
    retired('Superseded', ['Checker']),
  ],
  transitions: [
    asks({ name: 'Send to check', from: 'Drafting', to: 'Checking' }),
    returns('Checker', { name: 'Return', from: 'Checking', to: 'Drafting' }),
    { ...signs(['Checker'], { name: 'Issue', from: 'Checking', to: 'Issued' }), ...issue },
    revises({ name: 'Revise', from: 'Issued', to: 'Drafting' }),
    retires('Checker', { name: 'Supersede', from: 'Issued', to: 'Superseded' }),
    ...takesOver('Drafting', 'Issued'),
  ],
})
