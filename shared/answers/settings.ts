/** What a company sets for its vault, each on its own. */
export const settingNames = ['company', 'time-zone', 'address', 'mail-server', 'sender', 'backups'] as const
export type SettingName = (typeof settingNames)[number]

/** A setting as an administrator sees it. */
export interface Setting {
  name: SettingName
  /** The value that is kept in the vault, without a password; null where nothing is. */
  value: string | null
  /** The value that is used: the kept one, the one of the environment, or the usual one. */
  used: string
  /** The variable of the environment that decides, so that nothing can be set here. */
  variable: string | null
}

/** The answer to a setting that is kept: what came of trying it. */
export interface KeptSetting {
  setting: Setting
  said: string
}
