import { drafted } from '../../../configuration/draft'
import { published } from '../../../configuration/published'

/** How a large lifecycle is laid out on its map, as soon as it is; null where that takes no time, or too much. */
export default route('person', ({ event, db, account, layouts }) => {
  const configuration = account.administrator ? drafted(db) : published(db).configuration
  return layouts.of(configuration, part(event, 'id'))
})
