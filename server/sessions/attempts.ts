import { isIP } from 'node:net'
import pLimit from 'p-limit'
import { RateLimiterRes, RateLimiterSQLite } from 'rate-limiter-flexible'
import { type Db, oncePerConnection } from '../database/connection'
import { Refusal } from '../refusal'
import { tooManyAtOnce } from './passwords'
import { hashOf } from './secrets'

const minutes = (count: number) => count * 60

/** How many sign-ins may go wrong in so many seconds, and for how long it then rests. */
const rules = {
  /** For one account from one place. */
  pair: { points: 10, duration: minutes(5), blockDuration: minutes(5) },
  /** From one place, for whomever. */
  place: { points: 40, duration: minutes(5), blockDuration: minutes(5) },
  /** For one account, from wherever: guessing from many places. */
  account: { points: 100, duration: minutes(60), blockDuration: minutes(15) },
  /** In a browser in which this person has signed in before, which no stranger can use up. */
  browser: { points: 10, duration: minutes(5), blockDuration: minutes(5) },
}
type Limit = keyof typeof rules
type Count = [limit: Limit, key: string]

/** The counts stand in the database, so that a restart forgets none of them. */
const limitsOf = oncePerConnection((db) => {
  const table = { tableName: 'sign_in_attempts', tableCreated: true, clearExpiredByTimeout: true }
  const limit = (keyPrefix: Limit) =>
    new RateLimiterSQLite({
      ...{ storeClient: db.$client, storeType: 'better-sqlite3', keyPrefix },
      ...{ ...table, ...rules[keyPrefix] },
    })
  return {
    pair: limit('pair'),
    place: limit('place'),
    account: limit('account'),
    browser: limit('browser'),
  } satisfies Record<Limit, RateLimiterSQLite>
})

export { normalMail } from '../../core/directory'

/**
 * Where a request came from, as it is counted: an IPv4 address also where it is written as IPv6, and of IPv6 the
 * 64 bits that one network has (RFC 4291, 6177).
 */
export function placeOf(address: string | undefined): string {
  const plain = (address ?? '').replace(/^::ffff:(?=\d+\.)/i, '').replace(/%.*$/, '')
  if (isIP(plain) !== 6) return plain || 'nowhere'
  const [head, tail] = plain.toLowerCase().split('::') as [string, string | undefined]
  const left = head ? head.split(':') : []
  const right = tail ? tail.split(':') : []
  const zeros = tail === undefined ? 0 : 8 - left.length - right.length
  const groups = [...left, ...Array.from({ length: zeros }, () => '0'), ...right]
  return groups
    .slice(0, 4)
    .map((group) => Number.parseInt(group, 16).toString(16))
    .join(':')
}

/**
 * Counts an attempt before it is tried, so that many at once are counted too.
 * @returns what takes the count back where the password was right.
 * @throws Refusal where too many have gone wrong.
 */
export async function countAttempt(
  db: Db,
  mail: string,
  place: string,
  browser: string | undefined,
): Promise<() => Promise<void>> {
  const counts: Count[] = browser
    ? [['browser', browser]]
    : [
        ['pair', `${mail} ${place}`],
        ['place', place],
        ['account', mail],
      ]
  const limits = limitsOf(db)
  const refusals = await Promise.all(
    counts.map(([limit, key]) =>
      limits[limit].consume(hashOf(key)).then(
        () => undefined,
        (state: RateLimiterRes | Error) => {
          if (state instanceof RateLimiterRes) return state
          throw state
        },
      ),
    ),
  )
  const longest = Math.max(...refusals.map((state) => state?.msBeforeNext ?? -1))
  if (longest >= 0) throw tooMany(longest)
  return async () => {
    await Promise.all(counts.map(([limit, key]) => takeBack(db, limit, hashOf(key))))
  }
}

/**
 * Fewer than may go wrong for one account are tried at once: the many programs of one person that sign in at the same
 * instant with the right password wait for one another, and are not taken for guesses.
 */
const inTurn = pLimit(8)
/** So many wait for their turn, about ten seconds; a flood beyond them is turned away. */
const longestQueue = 70

/**
 * Tries a password, counted as an attempt while it is tried, and for as long as the rules say where it is wrong.
 * @throws Refusal where too many have gone wrong.
 */
export const attempted = async (
  db: Db,
  { mail, place, browser }: { mail: string; place: string; browser?: string },
  isRight: () => Promise<boolean>,
): Promise<boolean> => {
  if (inTurn.pendingCount >= longestQueue) throw tooManyAtOnce()
  return inTurn(async () => {
    const takeBack = await countAttempt(db, mail, place, browser)
    const right = await isRight()
    if (right) await takeBack()
    return right
  })
}

/** A right password clears what is counted for its person; of the place it takes back no more than itself. */
async function takeBack(db: Db, limit: Limit, key: string): Promise<void> {
  const limits = limitsOf(db)
  if (limit === 'place') await limits.place.reward(key)
  else await limits[limit].delete(key)
}

function tooMany(milliseconds: number): Refusal {
  const wait = Math.max(1, Math.ceil(milliseconds / 60_000))
  return new Refusal(
    'too-many',
    `too many wrong passwords: try again in ${wait} ${wait === 1 ? 'minute' : 'minutes'}, or in a browser in which you have signed in before`,
  )
}
