const names: Record<string, string> = {
  newRevision: 'new revision',
  firedBy: 'who fires it',
  revision: 'revision step',
  notBy: 'not by',
  effects: 'what it does',
  notices: 'who is told',
  references: 'what it asks of references',
}

/** Settings too long to be said. */
const long = ['guard', 'guidance']

/** What a patch changes, in words. */
export function patchInWords(patch: object): string {
  return Object.entries(patch)
    .map(([key, value]: [string, unknown]) => {
      const name = names[key] ?? key
      if (value === null) return `no ${name}`
      if (typeof value === 'object' || long.includes(key)) return `${name} changed`
      if (typeof value === 'boolean') return `${name} ${value ? 'on' : 'off'}`
      return `${name} ${value}`
    })
    .join(', ')
}
