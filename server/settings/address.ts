import { randomUUID } from 'node:crypto'
import type { Tx } from '../database/connection'
import { settingOf } from './values'

/** Hosts that mean every address of the machine. */
const everywhere = ['0.0.0.0', '::']

/** Identifies this server, so that it recognises its own answer at an address. */
export const serverMark = randomUUID()

/** Returns where the server listens. */
export function listeningAt(): string {
  const { HOST = '127.0.0.1', PORT = '4710' } = process.env
  const host = everywhere.includes(HOST) ? '127.0.0.1' : HOST
  return `http://${host.includes(':') ? `[${host}]` : host}:${PORT}`
}

/** Returns where the vault is reached: as its settings say, or else where the server listens. For links. */
export const ownOrigin = (tx: Tx): string => settingOf(tx, 'address') ?? listeningAt()
