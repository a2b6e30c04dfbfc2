import { isEmptyConfiguration } from '../../../core/configuration'
import { published } from '../../configuration/published'
import type { LeftKind } from './left-kind'

/** Nothing can be filed before there is a class and a lifecycle. */
export const start: LeftKind = {
  find(tx) {
    if (!isEmptyConfiguration(published(tx).configuration)) return []
    return [
      {
        key: 'start',
        words: 'The vault has no lifecycle yet',
        act: { words: 'Choose what it starts from', to: '/set-up' },
      },
    ]
  },
}
