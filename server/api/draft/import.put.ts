import { ImportQuery } from '../../../shared/requests'
import { addEdit } from '../../configuration/draft'
import { largestConfiguration } from '../../configuration/import'

/** A configuration's JSON as the body; its name and the draft's change stand in the address. */
export default route('administrator', async ({ event, db, computer, account, layouts }) => {
  const { change, fileName } = query(event, ImportQuery)
  const text = await bodyText(event, largestConfiguration, fileName)
  const configuration = await computer.compute('read-configuration', { text, fileName })
  const draft = addEdit(db, account, { kind: 'replace', configuration, words: `Import ${fileName}` }, change)
  // What is asked for next: the overview and the page for publishing show what the check finds.
  computer.compute('check-draft', null).catch(() => {})
  layouts.prepare(configuration)
  return draft
})
