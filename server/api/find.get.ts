import { FindQuery } from '../../shared/requests'

/** Documents and people by a piece of text. */
export default route('person', ({ event, computer, account }) =>
  computer.compute('find', { account, text: query(event, FindQuery).text }),
)
