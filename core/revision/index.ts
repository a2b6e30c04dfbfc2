export { checkScheme } from './check-scheme'
export { compare } from './compare'
export { checkConversion, type ConversionRow, proposeConversion } from './convert'
export { format, labelParts } from './format'
export { infer, type Inference, InferenceError } from './infer/infer'
export { LabelListError, readLabelList } from './infer/label-list'
export { spoiledBy } from './keeps'
export { orderKey } from './order-key'
export { first, parse, positionOf, refusalSentence } from './parse'
export { prepareScheme } from './prepare'
export { previous, previousBy } from './previous'
export {
  adoptedAttribute,
  adoptFrom,
  isAdopting,
  mayKeepLabel,
  readStep,
  type RevisionStep,
  startedSeries,
  startSeries,
  stepKinds,
  stepShape,
} from './revision-step'
export { minorsUpTo, stretch } from './ruler'
export { schemeFields } from './shape'
export { sortLabels } from './sort'
export { step } from './step'
export {
  type Counter,
  type Position,
  type Reading,
  RevisionError,
  type RevisionScheme,
  type Series,
  type Step,
} from './types'
export { walk } from './walk'
export { schemeChangesInWords, seriesInWords } from './words'
