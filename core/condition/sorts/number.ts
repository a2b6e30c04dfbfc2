import { ordered, type Sort } from './sort'

export const number: Sort = {
  name: 'a number',
  isOrdered: true,
  comparators: ordered,
  written: String,
  read: (text) => (text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : undefined),
  takes: 'number',
  solved: {
    as: 'number',
    isWhole: (attribute) => attribute?.whole === true,
    toNumber: Number,
    fromNumber: (value) => value,
    bounds: (attribute) => [
      ...(attribute?.min === undefined ? [] : [{ operator: '>=' as const, right: attribute.min }]),
      ...(attribute?.max === undefined ? [] : [{ operator: '<=' as const, right: attribute.max }]),
    ],
  },
}
