import { ImportQuery } from '../../../shared/requests'
import { NestingError, wellFormed } from '../../../shared/well-formed'
import { importConfiguration, largestConfiguration } from '../../configuration/import'
import { Refusal } from '../../refusal'

/** A configuration's JSON as the body; its name and the draft's change stand in the address. */
export default route('administrator', async ({ event, db, account }) => {
  const { change, fileName } = query(event, ImportQuery)
  const text = await bodyText(event, fileName)
  let value: unknown
  try {
    value = wellFormed(JSON.parse(text))
  } catch (error) {
    throw new Refusal(
      'invalid',
      error instanceof NestingError
        ? `${fileName}: ${error.message}`
        : `${fileName} is no JSON: ${(error as Error).message}`,
    )
  }
  return importConfiguration(db, account, value, fileName, change)
})

/** Reads no further than the limit. */
async function bodyText(event: Parameters<typeof getRequestWebStream>[0], fileName: string): Promise<string> {
  const chunks: Uint8Array[] = []
  let size = 0
  for await (const chunk of event.node.req as AsyncIterable<Uint8Array>) {
    size += chunk.length
    if (size > largestConfiguration)
      throw new Refusal(
        'too-large',
        `${fileName} has more than ${largestConfiguration / 2 ** 20} MB: no configuration is as large; is it the right file?`,
      )
    chunks.push(chunk)
  }
  return Buffer.concat(chunks).toString('utf8')
}
