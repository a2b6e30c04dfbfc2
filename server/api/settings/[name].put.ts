import { type SettingName, settingNames } from '../../../shared/answers'
import { SettingRequest } from '../../../shared/requests'
import { Refusal } from '../../refusal'
import { keepSetting } from '../../settings'

const isName = (name: string): name is SettingName => (settingNames as readonly string[]).includes(name)

/** Tries a setting at once, and keeps it if that goes well. */
export default route('administrator', async ({ event, db, account, dataFolder }) => {
  const name = part(event, 'name')
  if (!isName(name))
    throw new Refusal('not-found', `there is no setting “${name}”: ${settingNames.join(', ')}`)
  const { value } = await body(event, SettingRequest)
  return keepSetting(name, value, { db, account, dataFolder })
})
