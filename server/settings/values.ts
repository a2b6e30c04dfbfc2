import { eq, sql } from 'drizzle-orm'
import type { SettingName } from '../../shared/answers'
import { oncePerConnection, type Tx } from '../database/connection'
import { settings } from '../database/schema'

const kept = oncePerConnection((db) =>
  db
    .select({ value: settings.value })
    .from(settings)
    .where(eq(settings.name, sql.placeholder('name')))
    .prepare(),
)

/** The variables of the environment that decide a setting. */
export const variables: Partial<Record<SettingName, string>> = {
  address: 'ILMENITE_ORIGIN',
  'mail-server': 'ILMENITE_SMTP',
  sender: 'ILMENITE_MAIL_FROM',
  backups: 'ILMENITE_BACKUPS',
}

/** The value that is kept in the vault. */
export const keptSetting = (tx: Tx, name: SettingName): string | null => kept(tx).get({ name })?.value ?? null

/** The value of the environment, else the one that is kept in the vault. */
export function settingOf(tx: Tx, name: SettingName): string | undefined {
  const variable = variables[name]
  return (variable && process.env[variable]) || (keptSetting(tx, name) ?? undefined)
}
