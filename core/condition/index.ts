export { evaluate, predicate } from './evaluate'
export { facts } from './facts'
export { parseCondition, typesOf } from './parse'
export {
  type Comparator,
  comparatorsFor,
  type Group,
  groupOf,
  type Part,
  type Row,
  RowError,
  writeRows,
} from './rows'
export { covers, type Question, questions, satisfiable, type Solution, solve } from './solve/solve'
export { type Condition, ConditionError, type Operand } from './types'
export { writeCondition } from './write'
