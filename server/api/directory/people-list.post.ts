import { PeopleListQuery } from '../../../shared/requests'
import { Refusal } from '../../refusal'

/** Reads a list of people and says of each line what it would do; nothing is changed. */
export default route('administrator', async ({ event, computer }) => {
  const { fileName } = query(event, PeopleListQuery)
  const text = await bodyText(event, mostOfChange, fileName)
  if (text.includes('\uFFFD'))
    throw new Refusal('invalid', `${fileName} is no text in UTF-8: save it as CSV in UTF-8`)
  const answer = await computer.compute('read-people', { text })
  setResponseHeader(event, 'content-type', 'application/json')
  return answer
})
