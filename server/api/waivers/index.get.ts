import { allWaivers } from '../../services/waivers'

export default route('administrator', ({ db }) => allWaivers(db))
