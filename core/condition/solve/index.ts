export {
  covers,
  implies,
  overlap,
  questions,
  satisfiable,
  solve,
  type Question,
  type Solution,
} from './solve'
