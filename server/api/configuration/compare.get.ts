import { CompareQuery } from '../../../shared/requests'
import { compareConfigurations } from '../../configuration/history'

export default route('administrator', ({ event, db }) => {
  const { from, to } = query(event, CompareQuery)
  return compareConfigurations(db, from, to)
})
