import { allSettings } from '../../settings'

/** Lists the settings of the company, each with the value that is used. */
export default route('administrator', ({ db, dataFolder }) => allSettings(db, dataFolder))
