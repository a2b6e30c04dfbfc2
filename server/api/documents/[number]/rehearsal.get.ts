import { beginningWith } from '../../../rehearsals/queries'

/** A document as it stands, with what it refers to, for a rehearsal on a copy of it. */
export default route('administrator', ({ event, db, account }) =>
  beginningWith(db, account, part(event, 'number')),
)
