import { AdoptRequest } from '../../../shared/requests'

export default route('person', async ({ event, computer, account }) => {
  const { documents, comment } = await body(event, AdoptRequest)
  await computer.compute('adopt', { account, documents: plain(documents), comment })
  return { adopted: documents.length }
})
