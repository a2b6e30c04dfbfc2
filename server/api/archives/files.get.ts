import { FindQuery } from '../../../shared/requests'
import { filesInShare } from '../../intake/share'

/** The first files of the archive share whose paths have a text. */
export default route('administrator', ({ event }) => filesInShare(query(event, FindQuery).text))
