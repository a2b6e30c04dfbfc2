import type { Reason } from '../access'

/** The same answer for a document that is not there and one that somebody may not see. */
export const notThere = (number: string): Reason => ({
  rule: 'not-found',
  message: `there is no document ${number} that you may see`,
  where: 'the vault',
  wayOut: 'look for the number that it has',
})
