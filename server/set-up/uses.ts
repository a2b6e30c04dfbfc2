import { existsSync, mkdirSync } from 'node:fs'
import type { Tx } from '../database/connection'
import { archiveShare } from '../intake/share'
import { listeningAt } from '../settings/address'
import { backupFolder } from '../settings/backup-folder'
import { letterFolder, mailRoute, withoutPassword } from '../settings/mail'
import { settingOf } from '../settings/values'

/** Makes the vault's own archive share. A share that the settings name is somebody else's to make. */
export function makeOwnShare(): void {
  const share = archiveShare()
  if (!process.env.ILMENITE_ARCHIVES && !existsSync(share)) mkdirSync(share, { mode: 0o700 })
}

/** Says what a server uses, a line each, and what is missing: data, archives, mail, backups and address. */
export function usesOf(tx: Tx, dataFolder: string): string[] {
  const share = archiveShare()
  const { server } = mailRoute(tx)
  const isShareThere = existsSync(share)
  const uses: Record<string, string> = {
    data: dataFolder,
    archives: isShareThere ? share : `${share} (not there: make it, or name another with ILMENITE_ARCHIVES)`,
    mail: server
      ? withoutPassword(server)
      : `kept in ${letterFolder(dataFolder)} (the page “Set up” names a mail server)`,
    backups: backupFolder(tx, dataFolder),
    address: settingOf(tx, 'address') ?? `${listeningAt()} (the page “Set up” names another for links)`,
  }
  return Object.entries(uses).map(([name, value]) => `${name.padEnd(9)} ${value}`)
}
