import { ChangeRequest } from '../../../shared/requests'
import { moveCursor } from '../../services/configuration'

export default route('administrator', async ({ event, db }) =>
  moveCursor(db, -1, (await body(event, ChangeRequest)).change),
)
