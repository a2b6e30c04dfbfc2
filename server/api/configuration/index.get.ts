import type { ConfigurationAnswer } from '../../../shared/answers'
import { readDraft } from '../../configuration/draft'
import { published } from '../../configuration/published'
import { allFolders, directoryOf } from '../../directory/folders'

/** Readable by whoever is signed in, since names and rules stand on every page. */
export default route('person', ({ db, account: { administrator } }): ConfigurationAnswer => ({
  published: published(db),
  draft: administrator ? readDraft(db) : null,
  folders: allFolders(db),
  directory: administrator ? directoryOf(db) : null,
}))
