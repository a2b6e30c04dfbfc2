import type { Evidence, EvidenceSource, Subject } from './evidence'
import { fieldOfPlace } from './known-places'

/** What a place such as `REV` or `product:version` says inside of the file. */
const placesOf = ({ places = [] }: Subject, kind: string, wantsHints: boolean): Evidence[] =>
  places.flatMap(({ place, value }) => {
    const about = fieldOfPlace(place)
    const text = value.trim()
    if (!about || about.isHint !== wantsHints || !/[\p{L}\p{N}]/u.test(text)) return []
    return [{ field: about.field, value: text, source: { kind, at: place } }]
  })

/** What stands in the file at places whose names tell what they are about. */
export const file: EvidenceSource = {
  version: 1,
  words: (at) => `the file, ${at}`,
  read: (subject) => placesOf(subject, 'file', false),
}

/** What the file's metadata and the first hands on a sheet say: often of another revision, or of nothing. */
export const metadata: EvidenceSource = {
  version: 1,
  words: (at) => `the file, ${at}`,
  isHint: true,
  read: (subject) => placesOf(subject, 'metadata', true),
}
