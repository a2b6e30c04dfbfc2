import { PatternsRequest } from '../../../../shared/requests'

export default route('administrator', async ({ event, computer }) => {
  const { patterns } = await body(event, PatternsRequest)
  return computer.compute('try-patterns', { intake: part(event, 'id'), patterns })
})
