export { infer, InferenceError, type Inference } from './infer'
export { readLabelList, LabelListError } from './label-list'
