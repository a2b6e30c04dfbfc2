import { isNotNull } from 'drizzle-orm'
import { outbox } from '../../database/schema'
import { settingOf } from '../../settings/values'
import type { LeftKind } from './left-kind'

/** Letters have to reach people: the mail server that ships with Ilmenite keeps them on this machine. */
export const mailServer: LeftKind = {
  find(tx) {
    if (!settingOf(tx, 'mail-server'))
      return [
        {
          key: 'mail-server',
          words: 'Letters stay on this machine, with the mail server that ships with Ilmenite',
          act: { words: 'Name yours', to: '/set-up' },
        },
      ]
    const sent = tx.select({ id: outbox.id }).from(outbox).where(isNotNull(outbox.sentAt)).limit(1).get()
    if (sent) return []
    return [
      {
        key: 'first-letter',
        words: 'No letter has gone through your mail server yet',
        act: { words: 'Invite somebody', to: '/people?do=add' },
      },
    ]
  },
}
