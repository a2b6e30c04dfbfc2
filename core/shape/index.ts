export { faultOf } from './fault'
export { placeInWords, type StructureFault, structureFaults } from './structure'
export { jsonSchema, type JsonSchema } from './json-schema'
export {
  attributeId,
  nullable,
  either,
  type Fields,
  type FieldsOf,
  filledText,
  id,
  kind,
  list,
  map,
  matching,
  number,
  object,
  one,
  optional,
  patch,
  removable,
  type Shape,
  text,
  whole,
  yesno,
} from './shape'
