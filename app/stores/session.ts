import { defineStore } from 'pinia'

export interface SignedIn {
  id: string
  name: string
  mail: string
  administrator: boolean
  groups: string[]
}

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
    await navigateTo('/sign-in')
  }
  const signOut = () => end('session')
  const signOutEverywhere = () => end('session/everywhere')
  return { person, load, signIn, signOut, signOutEverywhere }
})
