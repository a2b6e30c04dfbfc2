import { schemeInUse } from '../../../configuration/labels'
import { published } from '../../../configuration/published'

/** Where a scheme is used, and which of its labels are taken. */
export default route('administrator', ({ event, db }) =>
  schemeInUse(db, published(db).configuration, part(event, 'id')),
)
