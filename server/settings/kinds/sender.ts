import { normalMail } from '../../../core/directory'
import { Refusal } from '../../refusal'
import { usualSender } from '../mail'
import type { SettingKind } from '../setting-kind'

/** The address that letters come from. */
export const sender: SettingKind = {
  label: 'sender of letters',
  usual: () => usualSender,
  read(text) {
    const mail = normalMail(text)
    if (!/^[^\s@<>",;:]+@[^\s@<>",;:]+$/.test(mail) || mail.length > 254)
      throw new Refusal(
        'invalid',
        `“${text.trim()}” is no mail address: write one such as vault@brackwater.example`,
      )
    return mail
  },
  attempt: async (mail) => `Letters come from ${mail ?? usualSender}`,
}
