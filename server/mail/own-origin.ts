/** Listening on every address of a machine names none of them. */
const everywhere = ['0.0.0.0', '::']

/** Returns where the vault is reached: as its settings say, or else where the server listens. For links. */
export function ownOrigin(): string {
  const { ILMENITE_ORIGIN, HOST = '127.0.0.1', PORT = '4710' } = process.env
  if (ILMENITE_ORIGIN) return ILMENITE_ORIGIN
  const host = everywhere.includes(HOST) ? '127.0.0.1' : HOST
  return `http://${host.includes(':') ? `[${host}]` : host}:${PORT}`
}
