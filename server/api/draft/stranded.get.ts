import { drafted, published, strandedDocuments } from '../../services/configuration'

/** The documents that stand in states which the draft removes. */
export default route('administrator', ({ db }) =>
  strandedDocuments(db, published(db).configuration, drafted(db)),
)
