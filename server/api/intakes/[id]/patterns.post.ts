import { PatternsRequest } from '../../../../shared/requests'
import { tryPatterns } from '../../../intake/patterns'

export default route('administrator', async ({ event, db }) =>
  tryPatterns(db, part(event, 'id'), (await body(event, PatternsRequest)).patterns),
)
