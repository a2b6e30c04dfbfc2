import { defineStore } from 'pinia'
import type { SignedIn } from '~~/shared/answers'

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const person = ref<SignedIn | null>(null)

  async function load(): Promise<boolean> {
    person.value = await api<SignedIn>('session').catch(() => null)
    return person.value !== null
  }
  async function signIn(mail: string, password: string) {
    await api('session', { method: 'POST', body: { mail, password } })
    await load()
  }
  async function end(path: string) {
    await api(path, { method: 'DELETE' })
    person.value = null
    await goTo('/sign-in')
  }
  const signOut = () => end('session')
  const signOutEverywhere = () => end('session/everywhere')
  /** Whatever was read for one pair of eyes is read anew for the other. */
  const seeAnew = () => window.location.assign('/vault')
  const lookAs = (id: string) =>
    attempt(async () => {
      await api('session/look-as', { method: 'PUT', body: { person: id } })
      seeAnew()
    })
  const lookAsOneself = () =>
    attempt(async () => {
      await api('session/look-as', { method: 'DELETE' })
      window.location.assign('/access')
    })
  async function chooseByLink(token: string, password: string) {
    await api('session/link', { method: 'POST', body: { token, password } })
    await load()
  }
  return { lookAs, lookAsOneself, chooseByLink, person, load, signIn, signOut, signOutEverywhere }
})
