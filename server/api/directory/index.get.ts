import { directoryAnswer } from '../../directory/answer'

/** People, groups, folders and the newest changes of them. */
export default route('administrator', ({ db }) => directoryAnswer(db))
