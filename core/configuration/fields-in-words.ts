export const shown = (value: unknown): string =>
  value === undefined || value === null || value === ''
    ? 'nothing'
    : value === true
      ? 'on'
      : value === false
        ? 'off'
        : typeof value === 'object'
          ? JSON.stringify(value)
          : String(value)

/** “now steps major, was minor”, for every field that differs. `verbs` names fields in words. */
export function fieldsInWords<T extends object>(
  before: T,
  after: T,
  verbs: Record<string, string>,
  show: (key: string, value: unknown) => string = (_, value) => shown(value),
): string[] {
  const keys = new Set([...Object.keys(before), ...Object.keys(after)]) as Set<keyof T & string>
  return [...keys]
    .filter((key) => canonical(before[key]) !== canonical(after[key]))
    .map((key) => `${verbs[key] ?? `${key}:`} ${show(key, after[key])}, was ${show(key, before[key])}`)
}

/** The same text for what means the same: fields in any order, empty ones left out. */
function canonical(value: unknown): string {
  return (
    JSON.stringify(value, (_, inner: unknown) =>
      inner && typeof inner === 'object' && !Array.isArray(inner)
        ? Object.fromEntries(
            Object.entries(inner)
              .filter(([, of]) => of !== undefined)
              .sort(([a], [b]) => (a < b ? -1 : 1)),
          )
        : inner,
    ) ?? ''
  )
}
