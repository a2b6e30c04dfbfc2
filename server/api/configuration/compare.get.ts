import { CompareQuery } from '../../../shared/requests'

export default route('administrator', ({ event, computer }) => {
  const { from, to } = query(event, CompareQuery)
  return computer.compute('compare-configurations', { from, to })
})
