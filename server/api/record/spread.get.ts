import { SpreadRequest } from '../../../shared/requests'
import { spreadOf } from '../../record/spread'

/** In how many files a place is, is spelt otherwise, or is missing. */
export default route('administrator', (context) => spreadOf(context, query(context.event, SpreadRequest)))
