import { CommentQuery } from '../../../../shared/requests'
import { lifecycleOf } from '../../../../core/configuration'
import { published } from '../../../services/configuration'
import { documentRow, predict, requireRights } from '../../../services/documents'

/** Every transition of the document's lifecycle that starts where it stands, with what it would do or every reason against. */
export default route('person', ({ event, db, account }) => {
  const row = documentRow(db, part(event, 'number'))
  requireRights(db, account, row, ['see'])
  const { comment } = query(event, CommentQuery)
  return lifecycleOf(published(db).configuration, row.lifecycle)
    .transitions.filter((transition) => transition.from.includes(row.state))
    .map((transition) => ({ transition, decision: predict(db, account, row, transition.id, comment) }))
})
