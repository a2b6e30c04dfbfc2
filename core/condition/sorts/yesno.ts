import type { Sort } from './sort'

export const yesno: Sort = {
  name: 'yes/no',
  isOrdered: false,
  comparators: ['yes', 'no', '==', '!=', 'empty', 'filled'],
  written: String,
  read: (text) => (text.trim() === '' ? undefined : text === 'true'),
  takes: 'yes or no',
  solved: { as: 'text', fromText: (text) => text === 'true', only: () => ['true', 'false'] },
}
