import type { FileReading } from '../formats'
import type { Inside } from './types'

/** So many characters of a value, and so many places, rows and references, are kept of a file. */
const [longest, most] = [500, 200]

/** What is known inside of a file, cut to what an intake can use; a drawing of a million fields is no harm. */
export function insideOf(reading: FileReading): Inside {
  const cut = (text: string) => (text.length > longest ? text.slice(0, longest) : text)
  return {
    kind: reading.kind,
    places: reading.places
      .slice(0, most)
      .map(({ place, value }) => ({ place: cut(place), value: cut(value) })),
    history: reading.history.slice(-most).map(({ revision, date, by, text }) => ({
      ...{ revision: cut(revision), date: cut(date), by: cut(by), text: cut(text) },
    })),
    references: reading.references.slice(0, most).map(({ target }) => ({ target: cut(target) })),
    problems: reading.problems.slice(0, most).map(({ code, message }) => ({ code, message: cut(message) })),
  }
}
