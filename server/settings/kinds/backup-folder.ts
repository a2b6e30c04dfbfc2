import { randomUUID } from 'node:crypto'
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises'
import { isAbsolute, join, resolve } from 'node:path'
import { archiveShare, liesIn } from '../../intake/share'
import { Refusal } from '../../refusal'
import { usualBackupFolder } from '../backup-folder'
import type { SettingKind } from '../setting-kind'

/** The folder of the server that backups are written into. */
export const backups: SettingKind = {
  label: 'folder for backups',
  usual: usualBackupFolder,
  read(text) {
    const asked = text.trim()
    if (!isAbsolute(asked) || asked.includes('\0'))
      throw new Refusal('invalid', `“${asked}” is no folder of the server: write its whole path, from / on`)
    return resolve(asked)
  },
  async attempt(kept, { dataFolder }) {
    const usual = usualBackupFolder(dataFolder)
    const folder = kept ?? usual
    if (folder !== usual && liesIn(dataFolder, folder))
      throw new Refusal('invalid', `${folder} lies among the vault’s own data: name a folder outside of it`)
    if (liesIn(archiveShare(), folder))
      throw new Refusal('invalid', `${folder} lies in the archive share: name a folder outside of it`)
    await requireUsable(folder)
    return `Wrote and read a file in ${folder}`
  },
}

/** @throws Refusal unless a file can be written in a folder, and read again */
async function requireUsable(folder: string): Promise<void> {
  const file = join(folder, `trial-${randomUUID()}`)
  const written = randomUUID()
  try {
    await mkdir(folder, { recursive: true, mode: 0o700 })
    await writeFile(file, written, { mode: 0o600, flag: 'wx', flush: true })
    const read = await readFile(file, 'utf8')
    if (read !== written) throw new Error('what was written was not what was read')
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException
    throw new Refusal(
      'invalid',
      `backups cannot be written into ${folder} (${code ?? message}): mend the folder, or name another`,
    )
  } finally {
    await rm(file, { force: true }).catch(() => {})
  }
}
