import { StartRequest } from '../../../shared/requests'
import { published } from '../../configuration/published'

/** Starts the vault from company patterns. */
export default route('administrator', async ({ event, computer, account, layouts, db }) => {
  const { patterns, choices } = await body(event, StartRequest)
  const configuration = await computer.compute('start-vault', { account, start: { patterns, choices } })
  layouts.prepare(published(db).configuration)
  return { configuration }
})
