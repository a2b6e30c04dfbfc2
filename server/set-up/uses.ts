import { existsSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { archiveShare } from '../intake/share'
import { backupFolder } from '../jobs/backup.job'
import { ownOrigin } from '../mail/own-origin'

/** Makes the vault's own archive share. A share that the settings name is somebody else's to make. */
export function makeOwnShare(): void {
  const share = archiveShare()
  if (!process.env.ILMENITE_ARCHIVES && !existsSync(share)) mkdirSync(share, { mode: 0o700 })
}

/** Says what a server uses, a line each, and what is missing: data, archives, mail, backups and address. */
export function usesOf(dataFolder: string): string[] {
  const { ILMENITE_SMTP: server, ILMENITE_ORIGIN: origin } = process.env
  const share = archiveShare()
  const isShareThere = existsSync(share)
  const uses: Record<string, string> = {
    data: dataFolder,
    archives: isShareThere ? share : `${share} (not there: make it, or name another with ILMENITE_ARCHIVES)`,
    mail: server
      ? withoutPassword(server)
      : `kept in ${join(dataFolder, 'mail')} (ILMENITE_SMTP names a mail server)`,
    backups: backupFolder(dataFolder),
    address: origin ?? `${ownOrigin()} (ILMENITE_ORIGIN names another for links)`,
  }
  return Object.entries(uses).map(([name, value]) => `${name.padEnd(9)} ${value}`)
}

/** A mail server's address may hold a password, which no log shows. */
const withoutPassword = (address: string): string => address.replace(/\/\/[^@/]*@/, '//')
