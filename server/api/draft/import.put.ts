import { ImportQuery } from '../../../shared/requests'
import { NestingError, wellFormed } from '../../../shared/well-formed'
import { importConfiguration, largestConfiguration } from '../../configuration/import'
import { Refusal } from '../../refusal'

/** A configuration's JSON as the body; its name and the draft's change stand in the address. */
export default route('administrator', async ({ event, db, account }) => {
  const { change, fileName } = query(event, ImportQuery)
  const text = await bodyText(event, largestConfiguration, fileName)
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
