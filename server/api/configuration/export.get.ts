import { drafted } from '../../configuration/draft'
import { published } from '../../configuration/published'

/** The drafted configuration as a file; with `?published` the one in force. */
export default route('administrator', ({ event, db }) => {
  const inForce = 'published' in getQuery(event)
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  setHeader(
    event,
    'content-disposition',
    `attachment; filename="configuration-${published(db).id}${inForce ? '' : '-draft'}.json"`,
  )
  return `${JSON.stringify(inForce ? published(db).configuration : drafted(db), null, 2)}\n`
})
