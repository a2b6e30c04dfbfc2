import { isDate } from '../attribute'

/** A day in ISO 8601, as it is or written as 31.12.2014 or 31/12/2014; undefined where it is no day. */
export function isoDay(text: string): string | undefined {
  const dayFirst = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(text)
  const iso = dayFirst
    ? `${dayFirst[3]}-${dayFirst[2]!.padStart(2, '0')}-${dayFirst[1]!.padStart(2, '0')}`
    : text
  return isDate(iso) ? iso : undefined
}
