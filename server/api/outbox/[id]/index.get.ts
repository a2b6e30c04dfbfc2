import { join } from 'node:path'
import { letterNumbered } from '../../../mail/queries'

/** A letter as it was sent. */
export default route('administrator', ({ event, db, account, dataFolder }) =>
  letterNumbered(db, account, Number(part(event, 'id')) || 0, join(dataFolder, 'mail')),
)
