import { StartFileQuery } from '../../../shared/requests'
import { largestConfiguration } from '../../configuration/import'
import { published } from '../../configuration/published'

/** Starts the vault from a configuration's file: its JSON is the body, its name stands in the address. */
export default route('administrator', async ({ event, db, computer, account, layouts }) => {
  const { fileName } = query(event, StartFileQuery)
  const text = await bodyText(event, largestConfiguration, fileName)
  const configuration = await computer.compute('start-vault', { account, start: { text, fileName } })
  layouts.prepare(published(db).configuration)
  return { configuration }
})
