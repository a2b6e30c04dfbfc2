import { OutboxQuery } from '../../../shared/requests'
import { listLetters } from '../../mail/queries'

export default route('administrator', ({ event, db, account }) =>
  listLetters(db, account, query(event, OutboxQuery)),
)
