/** Every kind of conflict, and what it is called in a list. */
export const conflictKinds = {
  unreadable: 'File cannot be read',
  'empty-file': 'File is empty',
  changed: 'File has changed',
  'name-not-read': 'No number in the name',
  'no-label': 'No revision anywhere',
  'label-refused': 'Label not in the scheme',
  'same-revision-twice': 'Same number and revision twice',
  'same-content': 'Same content twice',
  'line-twice': 'One revision in two lines',
  'line-without-file': 'Register line without a file',
  'sources-disagree': 'Sources disagree',
  'missing-reference': 'Reference to nothing',
  'value-refused': 'Value that does not fit',
  'no-attribute': 'No such attribute',
  'number-in-vault': 'Number is in the vault already',
  'no-class': 'No class fits',
  'no-target-state': 'No such target state',
  'no-way': 'No way into the state',
  refused: 'The engine refuses',
} as const

export type ConflictCode = keyof typeof conflictKinds
