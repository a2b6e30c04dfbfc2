import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'
import pLimit from 'p-limit'
import { Refusal } from '../refusal'

const derive = promisify(scrypt) as (
  password: string,
  salt: Buffer,
  length: number,
  options: object,
) => Promise<Buffer>
/** Cost as OWASP advises for scrypt: N = 2^17 is for servers with memory to spare, 2^15 with p = 3 is its equal. */
const cost = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 2 ** 20 }

/**
 * Hashing takes a thread for a quarter of a second, and files are read by the same threads: two at a time, and a
 * queue that ends, so that a flood of sign-ins makes nobody wait who is signed in.
 */
const queue = pLimit(2)
const longestQueue = 30

function inTurn<T>(hash: () => Promise<T>): Promise<T> {
  if (queue.pendingCount >= longestQueue) throw tooManyAtOnce()
  return queue(hash)
}

export const tooManyAtOnce = (): Refusal =>
  new Refusal('too-many', 'too many people sign in at this moment: try again in a few seconds')

/** A password's hash in PHC string form: `$scrypt$ln=15,r=8,p=3$salt$hash`. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  const hash = await inTurn(() => derive(password, salt, 32, cost))
  return `$scrypt$ln=${Math.log2(cost.N)},r=${cost.r},p=${cost.p}$${salt.toString('base64')}$${hash.toString('base64')}`
}

/** Whether a password is the one of a hash. @throws Refusal where too many wait already. */
export async function matches(password: string, phc: string): Promise<boolean> {
  const [, , parameters, salt, hash] = phc.split('$')
  const { ln, r, p } = Object.fromEntries(parameters!.split(',').map((pair) => pair.split('='))) as Record<
    string,
    string
  >
  const expected = Buffer.from(hash!, 'base64')
  const options = { ...cost, N: 2 ** Number(ln), r: Number(r), p: Number(p) }
  const got = await inTurn(() => derive(password, Buffer.from(salt!, 'base64'), expected.length, options))
  return timingSafeEqual(expected, got)
}
