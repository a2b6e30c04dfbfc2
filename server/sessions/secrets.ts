import { createHash, randomBytes } from 'node:crypto'

/** What the database keeps of a secret: whoever reads it there can do nothing with it. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex')

/** A new secret of 256 random bits. */
export const newToken = (): string => randomBytes(32).toString('base64url')
