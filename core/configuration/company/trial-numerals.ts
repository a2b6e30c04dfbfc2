import type { RevisionScheme } from '../../revision'
import type { CompanyPattern } from './company-pattern'
import { partAttributes, usualAttributes } from './usual-attributes'
import { lettersOf, omitsLetters, twoDigits } from './usual-labels'
import { control, issued, retired, review, working } from './usual-states'
import { asks, retires, returns, revises, signs, takesOver } from './usual-transitions'

const isTrial = 'revision_series == "trial"'
const isIssue = 'revision_series == "issue"'

const scheme = (chosen: ReadonlySet<string>): RevisionScheme => ({
  id: 'trial-then-letters',
  name: 'Trial numerals, then letters',
  series: [
    { id: 'trial', major: twoDigits },
    { id: 'issue', major: lettersOf(chosen) },
  ],
})

export const trialNumerals: CompanyPattern = {
  id: 'trial-numerals',
  name: 'Trial numerals, then letters',
  words: 'Products that are tried first: 01, 02 for trials, and letters from the first issue on.',
  choices: [omitsLetters],
  attributes: [...usualAttributes, ...partAttributes],
  lifecycles: (chosen) => [
    {
      id: 'product',
      name: 'Product',
      words: 'A trial is released as often as it takes; the issue begins a series of letters.',
      scheme: scheme(chosen),
      roles: ['Author', 'Checker', control],
      states: [
        working('Drafting', ['Checker']),
        review('Checking', ['Checker']),
        issued('On trial', ['Checker']),
        issued('Issued', ['Checker']),
        retired('Superseded', ['Checker']),
      ],
      transitions: [
        asks({ name: 'Send to check', from: 'Drafting', to: 'Checking' }),
        returns('Checker', { name: 'Return', from: 'Checking', to: 'Drafting' }),
        signs(['Checker'], { name: 'Release for trial', from: 'Checking', to: 'On trial', guard: isTrial }),
        revises({ name: 'Change after trial', from: 'On trial', to: 'Drafting' }),
        signs(['Checker'], {
          name: 'Issue for the first time',
          from: 'Checking',
          to: 'Issued',
          guard: isTrial,
          revision: 'series:issue',
        }),
        signs(['Checker'], { name: 'Issue', from: 'Checking', to: 'Issued', guard: isIssue }),
        revises({ name: 'Revise', from: 'Issued', to: 'Drafting' }),
        retires('Checker', { name: 'Supersede', from: 'Issued', to: 'Superseded' }),
        ...takesOver('Drafting', 'Issued'),
      ],
      classes: [
        { name: 'Product drawing', rule: 'file_extension in ["dxf", "dwg", "svg"]', folder: '/Products' },
        { name: 'Product model', rule: 'file_extension in ["step", "stp"]', folder: '/Products' },
      ],
    },
  ],
}
