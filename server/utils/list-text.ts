import type { H3Event } from 'h3'
import { ListQuery } from '../../shared/requests'
import { Refusal } from '../refusal'
import { bodyText, query } from './body'
import { mostOfChange } from './directory'

/** Reads the text of a list that was sent. @throws Refusal if it is too large, or no text in UTF-8 */
export async function listText(event: H3Event): Promise<string> {
  const { fileName } = query(event, ListQuery)
  const text = await bodyText(event, mostOfChange, fileName)
  if (text.includes('\uFFFD'))
    throw new Refusal('invalid', `${fileName} is no text in UTF-8: save it as CSV in UTF-8`)
  return text
}
