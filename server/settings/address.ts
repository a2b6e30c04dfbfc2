import { randomUUID } from 'node:crypto'
import type { Tx } from '../database/connection'
import { settingOf } from './values'

/** Listening on every address of a machine names none of them. */
const everywhere = ['0.0.0.0', '::']

/** By this a server knows itself when it asks an address who answers there. */
export const serverMark = randomUUID()

/** Returns where the server listens. */
export function listeningAt(): string {
  const { HOST = '127.0.0.1', PORT = '4710' } = process.env
  const host = everywhere.includes(HOST) ? '127.0.0.1' : HOST
  return `http://${host.includes(':') ? `[${host}]` : host}:${PORT}`
}

/** Returns where the vault is reached: as its settings say, or else where the server listens. For links. */
export const ownOrigin = (tx: Tx): string => settingOf(tx, 'address') ?? listeningAt()
