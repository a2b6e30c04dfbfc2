import { eq } from 'drizzle-orm'
import type { KeptSetting, Setting, SettingName } from '../../shared/answers'
import { settingNames } from '../../shared/answers'
import { record } from '../audit/trail'
import { now } from '../clock'
import { atomically, type Tx } from '../database/connection'
import { settings } from '../database/schema'
import { Refusal } from '../refusal'
import { address } from './kinds/address'
import { backups } from './kinds/backup-folder'
import { companyName } from './kinds/company-name'
import { mailServer } from './kinds/mail-server'
import { sender } from './kinds/sender'
import { timeZone } from './kinds/time-zone'
import type { SettingKind, Trial } from './setting-kind'
import { keptSetting, variables } from './values'

/** Every kind of setting. One that is missing here does not compile. */
const kinds: Record<SettingName, SettingKind> = {
  company: companyName,
  'time-zone': timeZone,
  address,
  'mail-server': mailServer,
  sender,
  backups,
}

/** Returns a setting as an administrator sees it. */
function settingNamed(tx: Tx, name: SettingName, dataFolder: string): Setting {
  const { usual, shown = (value) => value } = kinds[name]
  const kept = keptSetting(tx, name)
  const variable = variables[name]
  const decided = variable && process.env[variable]
  return {
    name,
    value: kept === null ? null : shown(kept),
    used: decided ? shown(decided) : kept === null ? usual(dataFolder) : shown(kept),
    variable: decided ? variable : null,
  }
}

/** Returns every setting as an administrator sees it. */
export const allSettings = (tx: Tx, dataFolder: string): Setting[] =>
  settingNames.map((name) => settingNamed(tx, name, dataFolder))

/**
 * Tries a setting and keeps it; an empty text goes back to the usual one. A setting that fails its trial is not kept.
 * @throws Refusal if the text is no such value, the trial fails, or the environment decides
 */
export async function keepSetting(name: SettingName, text: string, trial: Trial): Promise<KeptSetting> {
  const { db, dataFolder } = trial
  const kind = kinds[name]
  const { variable } = settingNamed(db, name, dataFolder)
  if (variable)
    throw new Refusal('conflict', `${variable} decides this: whoever runs the server changes it there`)
  const value = text.trim() === '' ? null : kind.read(text, keptSetting(db, name))
  const said = await kind.attempt(value, trial)
  return atomically(db, (tx) => {
    write(tx, name, value, trial)
    kind.kept?.(tx, trial)
    return { setting: settingNamed(tx, name, dataFolder), said }
  })
}

/** Keeps a value, with an entry in the trail if it is another one. */
function write(tx: Tx, name: SettingName, value: string | null, { account, dataFolder }: Trial): void {
  const before = keptSetting(tx, name)
  if (before === value) return
  const { used } = settingNamed(tx, name, dataFolder)
  if (value === null) tx.delete(settings).where(eq(settings.name, name)).run()
  else {
    const row = { name, value, at: now(), personName: account.name }
    tx.insert(settings).values(row).onConflictDoUpdate({ target: settings.name, set: row }).run()
  }
  const { label } = kinds[name]
  record(tx, account, {
    code: 'setting',
    action: `set the ${label}`,
    subject: { kind: 'vault', id: name, name: label },
    before: { [name]: used },
    after: { [name]: settingNamed(tx, name, dataFolder).used },
  })
}
