import { allSettings } from '../../settings'

/** What the company has set for its vault, and what is used where nothing is set. */
export default route('administrator', ({ db, dataFolder }) => allSettings(db, dataFolder))
