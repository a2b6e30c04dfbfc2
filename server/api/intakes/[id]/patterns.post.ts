import { PatternsRequest } from '../../../../shared/requests'
import { tryPatterns } from '../../../services/intakes'

export default route('administrator', async ({ event, db }) =>
  tryPatterns(db, part(event, 'id'), (await body(event, PatternsRequest)).patterns),
)
