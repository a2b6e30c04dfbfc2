import { NewRevisionRequest } from '../../../../shared/requests'

export default route('person', async ({ event, computer, account }) => {
  const { documents, comment } = await body(event, NewRevisionRequest)
  await computer.compute('revise', { account, documents: plain(documents), comment })
  return { revised: documents.map(({ number }) => number) }
})
