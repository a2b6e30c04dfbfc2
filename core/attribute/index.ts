export { isDate } from './day'
export { type Attribute, type DocumentRecord, type Value, type ValueType } from './types'
export { valueFor } from './value-for'
