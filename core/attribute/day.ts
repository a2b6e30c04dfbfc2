/** Whether a text is a day of the calendar in ISO 8601, `2026-03-01`. */
export function isDate(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false
  const day = new Date(`${text}T00:00:00Z`)
  return !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text)
}

/** A day in ISO 8601, as it is or written as 31.12.2014 or 31/12/2014; undefined where it is no day. */
export function isoDay(text: string): string | undefined {
  const dayFirst = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(text)
  const iso = dayFirst
    ? `${dayFirst[3]}-${dayFirst[2]!.padStart(2, '0')}-${dayFirst[1]!.padStart(2, '0')}`
    : text
  return isDate(iso) ? iso : undefined
}
