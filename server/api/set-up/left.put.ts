import { WaveRequest } from '../../../shared/requests'
import { wave } from '../../set-up/left'

/** Waves a task of the administrator away, or takes it up again. */
export default route('administrator', async ({ event, db, account }) => {
  const { key, isAway } = await body(event, WaveRequest)
  wave(db, account, key, isAway)
})
