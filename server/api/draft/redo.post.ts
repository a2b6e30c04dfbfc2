import { ChangeRequest } from '../../../shared/requests'
import { moveCursor } from '../../configuration/draft'

export default route('administrator', async ({ event, db }) =>
  moveCursor(db, 1, (await body(event, ChangeRequest)).change),
)
