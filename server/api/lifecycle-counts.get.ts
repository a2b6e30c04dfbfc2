import { countsByState } from '../configuration/draft'
import { published } from '../configuration/published'

/** For each lifecycle, how many documents stand in each state now. */
export default route('administrator', ({ db }) =>
  Object.fromEntries(published(db).configuration.lifecycles.map(({ id }) => [id, countsByState(db, id)])),
)
