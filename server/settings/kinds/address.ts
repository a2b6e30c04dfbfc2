import { Refusal } from '../../refusal'
import { listeningAt, serverMark } from '../address'
import type { SettingKind } from '../setting-kind'

/** How long an address may take to answer, in milliseconds. */
const patience = 5000

/** The address at which people reach the vault: links in letters begin with it. */
export const address: SettingKind = {
  label: 'address in links',
  usual: listeningAt,
  read(text) {
    const asked = text.trim()
    const url = URL.canParse(asked) ? new URL(asked) : undefined
    if (!url || !/^https?:$/.test(url.protocol))
      throw new Refusal(
        'invalid',
        `“${asked}” is no address: it begins with https:// or http://, and a host follows`,
      )
    if (url.username || url.pathname !== '/' || url.search || url.hash)
      throw new Refusal('invalid', `“${asked}” says more than scheme, host and port: leave out the rest`)
    return url.origin
  },
  async attempt(origin) {
    const asked = origin ?? listeningAt()
    const found = await whoAnswers(asked)
    if (found === serverMark) return `This vault answers at ${asked}`
    if (typeof found === 'string')
      throw new Refusal('invalid', `another vault answers at ${asked}: name the address of this one`)
    return `The server itself could not see ${asked} (${found.fault}). Open it from another machine`
  },
}

/** @returns the mark of the vault that answers at an address, or why none was seen there */
async function whoAnswers(origin: string): Promise<string | { fault: string }> {
  try {
    const signal = AbortSignal.timeout(patience)
    const answer = await fetch(`${origin}/api/set-up`, { signal, redirect: 'manual' })
    if (!answer.ok) return { fault: `it answers ${answer.status}` }
    const { server } = (await answer.json()) as { server?: unknown }
    return typeof server === 'string' ? server : { fault: 'something else answers there' }
  } catch (error) {
    const { name, cause } = error as Error & { cause?: NodeJS.ErrnoException }
    if (name === 'TimeoutError') return { fault: 'it is silent' }
    return { fault: cause?.code ?? 'what answers there is no vault' }
  }
}
