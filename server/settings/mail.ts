import { join } from 'node:path'
import type { Tx } from '../database/connection'
import { settingOf } from './values'

/** The address that letters come from where none is set. */
export const usualSender = 'vault@localhost'

/** The mail server of a vault, undefined for the one that ships, and the sender of its letters. */
export interface MailRoute {
  server: string | undefined
  from: { name: string; address: string }
}

/** Returns the mail server and the sender that are set now. */
export const mailRoute = (tx: Tx): MailRoute => ({
  server: settingOf(tx, 'mail-server'),
  from: { name: settingOf(tx, 'company') ?? 'Ilmenite', address: settingOf(tx, 'sender') ?? usualSender },
})

/** Where the mail server that ships with Ilmenite keeps letters. */
export const letterFolder = (dataFolder: string): string => join(dataFolder, 'mail')

/** A mail server's address may hold a password, which nobody is shown. */
export const withoutPassword = (server: string): string => server.replace(/(\/\/[^:@/]*):.*@/, '$1@')
