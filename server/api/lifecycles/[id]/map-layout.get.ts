import { drafted } from '../../../configuration/draft'
import { published } from '../../../configuration/published'

/** How a large lifecycle is laid out on its map; null where that is not known yet, or takes no time. */
export default route('person', ({ event, db, account, layouts }) => {
  const configuration = account.administrator ? drafted(db) : published(db).configuration
  return layouts.of(configuration, part(event, 'id'))
})
