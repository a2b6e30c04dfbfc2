import type { DraftView } from '~~/shared/answers'

type Edits = DraftView['edits']
type Made = Edits[number]

/** Nobody makes two edits of the same words in one millisecond, in the same place of the draft. */
const isSame = (one: Made, other: Made | undefined) =>
  one.at === other?.at && one.words === other.words && one.personName === other.personName

/** The edits of an answer; those that were there before are the same objects, so that nothing is made or drawn anew. */
export const sameEdits = (before: Edits, answered: Edits): Edits =>
  answered.map((made, index) => (isSame(made, before[index]) ? before[index]! : made))
