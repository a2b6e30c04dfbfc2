import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import { SignInRequest } from '../../../shared/requests'
import { authenticate } from '../../directory/people'
import { Refusal } from '../../refusal'

/** Ten wrong passwords in five minutes from one place, or for one address; then five minutes’ rest. */
const limiter = new RateLimiterMemory({ points: 10, duration: 300, blockDuration: 300 })

export default route('everybody', async ({ event, db }) => {
  const { mail, password } = await body(event, SignInRequest)
  const keys = [`from ${getRequestIP(event) ?? '?'}`, `for ${mail.toLowerCase()}`]
  await refuseIfBlocked(keys)
  const account = await authenticate(db, mail, password)
  if (!account) {
    await Promise.all(keys.map((key) => limiter.consume(key).catch(() => undefined)))
    throw new Refusal('not-signed-in', 'this mail address and password do not belong together')
  }
  await limiter.delete(keys[1]!)
  await setUserSession(event, { user: { id: account.id } })
  return { id: account.id, name: account.name, administrator: account.administrator }
})

async function refuseIfBlocked(keys: string[]): Promise<void> {
  const states = await Promise.all(keys.map((key) => limiter.get(key)))
  const blocked = states.find(
    (state): state is RateLimiterRes => state !== null && state.remainingPoints <= 0,
  )
  if (blocked)
    throw new Refusal(
      'too-many',
      `too many wrong passwords: try again in ${Math.ceil(blocked.msBeforeNext / 60_000)} minutes`,
    )
}
