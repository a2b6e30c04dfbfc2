import {
  type Fields,
  filledText,
  id,
  kind,
  list,
  map,
  matching,
  object,
  one,
  optional,
  text,
  whole,
} from '../shape'

/** Each kind of counter with its settings. */
const counter = kind(
  {
    letters: { from: optional(text(10)), to: optional(text(10)), skip: optional(text(52)) },
    digits: {
      from: optional(whole(0, Number.MAX_SAFE_INTEGER, 'numbers start at a whole number')),
      to: optional(whole(0, Number.MAX_SAFE_INTEGER, 'numbers end at a whole number')),
      width: optional(whole(0, 15)),
    },
    list: { values: list(text(40), 500) },
  },
  'a counter counts letters, digits or a list',
)

const series: Fields = {
  id: matching(/^[a-z0-9-]{1,40}$/, 'a series is named with small letters, digits and hyphens'),
  prefix: optional(text(20)),
  major: counter,
  separator: optional(text(5)),
  minor: optional(counter),
  minorPlace: optional(one(['always', 'after', 'before'])),
}

/** A revision scheme, as it stands in a configuration (model, section 1). */
export const schemeFields: Fields = {
  id,
  name: filledText(200, 'the scheme needs a name'),
  series: list(object(series), 20, undefined, 'a scheme has at most 20 series'),
  spellings: optional(map(text(10_000))),
}
