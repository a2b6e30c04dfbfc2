import type { ConfigurationAnswer } from '../../../shared/answers'
import { readDraft } from '../../configuration/draft'
import { published } from '../../configuration/published'
import { allFolders, directoryOf } from '../../directory/folders'
import { seenFolders } from '../../documents/seen-folders'

/**
 * Readable by whoever is signed in, since names and rules of lifecycles stand on every page. The rules of folders, and
 * the people, are for administrators.
 */
export default route('person', ({ db, account, layouts }): ConfigurationAnswer => {
  const standing = published(db)
  layouts.prepare(standing.configuration)
  if (account.administrator) layouts.standBy()
  return {
    published: standing,
    draft: account.administrator ? readDraft(db) : null,
    folders: account.administrator ? allFolders(db) : [],
    seenFolders: seenFolders(db, account),
    directory: account.administrator ? directoryOf(db) : null,
  }
})
