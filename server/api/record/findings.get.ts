import { recordFindings } from '../../record/findings'

/** Where files and records do not agree, each thing once. */
export default route('administrator', ({ db, account }) => recordFindings(db, account))
