import {
  attributeId,
  either,
  type Fields,
  filledText,
  list,
  number,
  one,
  optional,
  text,
  yesno,
} from '../shape'
import { attributeTypes } from './types'

const binding: Fields = {
  extensions: list(text(20), 100),
  place: filledText(500),
  mode: one(['read', 'write', 'both']),
}

/** What an attribute looks like in a file: what all have, and what the types add. */
export const attributeFields: Fields = {
  id: attributeId,
  name: filledText(200),
  type: one(Object.keys(attributeTypes)),
  ...Object.assign({}, ...Object.values(attributeTypes).map(({ fields }) => fields)),
  required: optional(yesno),
  systemOnly: optional(yesno),
  initial: optional(either([text(10_000), number, yesno])),
  bindings: optional(list({ is: 'object', fields: binding }, 200)),
}
