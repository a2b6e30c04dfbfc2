import { join } from 'node:path'
import type { Tx } from '../database/connection'
import { settingOf } from './values'

/** Where backups lie unless another folder is set: beside the data. */
export const usualBackupFolder = (dataFolder: string): string => join(dataFolder, 'backups')

/** Where backups are written. */
export const backupFolder = (tx: Tx, dataFolder: string): string =>
  settingOf(tx, 'backups') ?? usualBackupFolder(dataFolder)
