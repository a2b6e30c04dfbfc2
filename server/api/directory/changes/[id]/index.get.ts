import type { DirectoryChangeInFull } from '../../../../../shared/answers'
import { directoryChange } from '../../../../directory/changes'

/** A change of the directory with all that it changed. */
export default route('administrator', ({ event, db }): DirectoryChangeInFull =>
  directoryChange(db, Number(part(event, 'id'))),
)
