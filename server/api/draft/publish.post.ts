import { PublishRequest } from '../../../shared/requests'

export default route('administrator', async ({ event, computer, account }) => {
  const { change, comment, moves } = await body(event, PublishRequest)
  const checked = await computer.compute('check-draft', null)
  const asked = { account, checked, change, comment: comment ?? null, moves: moves && plain(moves) }
  return computer.compute('publish', asked)
})
