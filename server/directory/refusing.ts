import { DirectoryError } from '../../core/directory'
import { Refusal } from '../refusal'

/** @throws Refusal in the words of a change that cannot be made. */
export function refusingChanges<T>(make: () => T): T {
  try {
    return make()
  } catch (error) {
    if (error instanceof DirectoryError) throw new Refusal('invalid', error.message, [], { cause: error })
    throw error
  }
}
