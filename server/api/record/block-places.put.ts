import { BlockPlaceRequest } from '../../../shared/requests'
import { choosePlace } from '../../bindings/block-places'
import { atomically } from '../../database/connection'

/** Chooses where blocks of revisions stand on sheets of a format. */
export default route('administrator', async ({ event, db, account }) => {
  const { format, place } = await body(event, BlockPlaceRequest)
  return atomically(db, (tx) => choosePlace(tx, account, format, place && { ...place }))
})
