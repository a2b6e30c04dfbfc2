import { allFolders, published, readDraft } from '../../services/configuration'

/** The configuration in force, the draft on it, and the folders: readable by whoever is signed in, since names and rules stand on every page. */
export default route('person', ({ db, account }) => ({ published: published(db), draft: account.administrator ? readDraft(db) : null, folders: allFolders(db) }))
