import { missingGrants as grantsMissing } from '../../../core/configuration'
import { nameIn } from '../../../core/directory'
import { published } from '../../configuration/published'
import { wholeDirectory } from '../../directory/directory'
import type { LeftKind } from './left-kind'

/** A role of a pattern that was taken later has no rights until a folder grants it some. */
export const missingGrants: LeftKind = {
  find(tx) {
    const { configuration } = published(tx)
    const directory = wholeDirectory(tx)
    const missing = Object.keys(grantsMissing(configuration, directory.folders))
    if (missing.length === 0) return []
    const names = missing.map((who) => nameIn(directory, configuration, who))
    return [
      {
        key: `grants ${missing.join(' ')}`,
        words: `No folder grants anything to ${names.join(' and ')}, so what states grant them counts nowhere`,
        act: { words: 'Grant it on all folders', to: '/access?do=grant' },
      },
    ]
  },
}
