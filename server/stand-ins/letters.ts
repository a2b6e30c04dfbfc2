import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

/** A letter that the mail server standing in for a real one has taken, as it came (RFC 5322); null where it has not. */
export function letterReceived(folder: string, messageName: string): string | null {
  if (!existsSync(folder)) return null
  const file = readdirSync(folder).find((name) => name.split(' ')[2] === messageName)
  return file === undefined ? null : readFileSync(join(folder, file), 'utf8')
}
