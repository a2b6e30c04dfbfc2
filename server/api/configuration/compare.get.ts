import { CompareQuery } from '../../../shared/requests'
import { compareConfigurations } from '../../services/configuration'

export default route('administrator', ({ event, db }) => {
  const { from, to } = query(event, CompareQuery)
  return compareConfigurations(db, from, to)
})
