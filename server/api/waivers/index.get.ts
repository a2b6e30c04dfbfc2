import { allWaivers } from '../../configuration/waivers'

export default route('administrator', ({ db }) => allWaivers(db))
