import { Refusal } from '../../refusal'
import type { SettingKind } from '../setting-kind'

const longest = 100

/** The name of the company: the sign-in page says it, and letters come in its name. */
export const companyName: SettingKind = {
  label: 'company',
  usual: () => 'Ilmenite',
  read(text) {
    const name = text.normalize('NFC').replace(/\s+/g, ' ').trim()
    if (name.length > longest)
      throw new Refusal('invalid', `the name has ${name.length} characters: ${longest} is the most`)
    if (/\p{Cc}/u.test(name))
      throw new Refusal('invalid', 'the name holds a character that cannot be seen: type it anew')
    return name
  },
  attempt: async (name) => `The sign-in page and letters say ${name ?? 'Ilmenite'}`,
}
