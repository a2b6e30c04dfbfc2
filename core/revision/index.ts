export * from './types'
export { checkScheme, type SchemeProblem } from './check-scheme'
export { compare } from './compare'
export { distance } from './distance'
export { format, labelParts } from './format'
export {
  checkConversion,
  convertHistories,
  proposeConversion,
  type ConversionFault,
  type ConversionRow,
  type HistoryFault,
} from './convert'
export { infer, InferenceError, LabelListError, readLabelList, type Inference } from './infer'
export { first, parse, positionOf, reads, refusalSentence } from './parse'
export { spoiledBy, type SpoiledLabel } from './keeps'
export { orderKey } from './order-key'
export { previous, previousBy } from './previous'
export { minorsUpTo, stretch, type Mark } from './ruler'
export { sortLabels } from './sort'
export { step } from './step'
export { walk } from './walk'
export { counterInWords, schemeChangesInWords, seriesInWords } from './words'
