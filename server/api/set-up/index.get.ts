import { settingOf } from '../../settings/values'
import { serverMark } from '../../settings/address'
import { hasAdministrator } from '../../set-up/administrator'

/** Whether the vault waits for its first administrator, whose vault it is, and which server answers. */
export default route('everybody', ({ db }) => ({
  waits: !hasAdministrator(db),
  company: settingOf(db, 'company') ?? null,
  server: serverMark,
}))
