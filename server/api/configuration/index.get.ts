import { allFolders, directoryOf, published, readDraft } from '../../services/configuration'

/** The configuration in force, the draft on it, the folders, and for administrators the people that findings are about: readable by whoever is signed in, since names and rules stand on every page. */
export default route('person', ({ db, account }) => ({
  published: published(db),
  draft: account.administrator ? readDraft(db) : null,
  folders: allFolders(db),
  directory: account.administrator ? directoryOf(db) : null,
}))
