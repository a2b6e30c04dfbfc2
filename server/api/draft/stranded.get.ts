import { drafted } from '../../configuration/draft'
import { published } from '../../configuration/published'
import { strandedDocuments } from '../../configuration/stranded'

/** The documents that stand in states which the draft removes. */
export default route('administrator', ({ db, account }) =>
  strandedDocuments(db, account, published(db).configuration, drafted(db)),
)
