import { RehearsalsQuery } from '../../../shared/requests'
import { listRehearsals } from '../../rehearsals/queries'

/** The rehearsals that every publish runs again. */
export default route('administrator', ({ event, db }) =>
  listRehearsals(db, query(event, RehearsalsQuery).lifecycle),
)
