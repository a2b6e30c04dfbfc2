import { leftToDo } from '../../set-up/left'

/** What is left for the administrator to do. */
export default route('administrator', ({ db }) => leftToDo(db))
