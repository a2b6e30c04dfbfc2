import { randomBytes, randomUUID, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'
import { eq } from 'drizzle-orm'
import type { Person } from '../../core/access'
import type { Db, Tx } from '../database/connection'
import { people } from '../database/schema'

const derive = promisify(scrypt) as (
  password: string,
  salt: Buffer,
  length: number,
  options: object,
) => Promise<Buffer>
/** Cost as OWASP advises for scrypt: N = 2^17 is for servers with memory to spare, 2^15 with p = 3 is its equal. */
const cost = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 2 ** 20 }

export type Account = typeof people.$inferSelect

/** A password's hash in PHC string form: `$scrypt$ln=15,r=8,p=3$salt$hash`. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  const hash = await derive(password, salt, 32, cost)
  return `$scrypt$ln=${Math.log2(cost.N)},r=${cost.r},p=${cost.p}$${salt.toString('base64')}$${hash.toString('base64')}`
}

async function matches(password: string, phc: string): Promise<boolean> {
  const [, , parameters, salt, hash] = phc.split('$')
  const { ln, r, p } = Object.fromEntries(parameters!.split(',').map((pair) => pair.split('='))) as Record<
    string,
    string
  >
  const expected = Buffer.from(hash!, 'base64')
  const got = await derive(password, Buffer.from(salt!, 'base64'), expected.length, {
    ...cost,
    N: 2 ** Number(ln),
    r: Number(r),
    p: Number(p),
  })
  return timingSafeEqual(expected, got)
}

let decoy: Promise<string> | undefined

/**
 * The account for a mail address and password, or undefined. Takes as long for an unknown address as for a
 * wrong password.
 */
export async function authenticate(db: Db, mail: string, password: string): Promise<Account | undefined> {
  const account = db.select().from(people).where(eq(people.mail, mail.trim().toLowerCase())).get()
  decoy ??= hashPassword(randomUUID())
  const right = await matches(password, account?.passwordHash ?? (await decoy))
  return right && account?.active ? account : undefined
}

export function account(db: Tx, id: string): Account | undefined {
  return db.select().from(people).where(eq(people.id, id)).get()
}

/** An account as the engine sees it. */
export function asPerson({ id, name, groups }: Account): Person {
  return { id, name, groups }
}

export async function addPerson(
  db: Tx,
  person: Omit<Account, 'passwordHash' | 'active'> & { password: string },
): Promise<void> {
  const { password, ...rest } = person
  db.insert(people)
    .values({
      ...rest,
      mail: rest.mail.toLowerCase(),
      passwordHash: await hashPassword(password),
      active: true,
    })
    .run()
}

/** The first few people whose name has the text in it. */
export function findPeople(db: Tx, text: string, limit: number) {
  const folded = text.toLowerCase()
  const everybody = db.select({ id: people.id, name: people.name, groups: people.groups }).from(people).all()
  return everybody.filter(({ name }) => name.toLowerCase().includes(folded)).slice(0, limit)
}
