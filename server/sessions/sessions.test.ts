import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { clock } from '../clock'
import { knownBrowsers, people, sessions } from '../database/schema'
import { emptyVault } from '../documents/vault.fixture'
import {
  beginSession,
  endSession,
  endSessionsOf,
  holderOf,
  knownBrowser,
  rememberBrowser,
  sessionLasts,
} from './sessions'

let vault: ReturnType<typeof emptyVault>
const real = clock.now
beforeEach(() => (vault = emptyVault()))
afterEach(() => {
  clock.now = real
  vault.remove()
})
const mara = () => vault.who('Mara Feldhaus')

describe('a session', () => {
  it('is known by its token, of which the database holds no more than a hash', () => {
    const token = beginSession(vault.db, mara().id)
    expect(holderOf(vault.db, token)?.person.name).toBe('Mara Feldhaus')
    expect(JSON.stringify(vault.db.select().from(sessions).all())).not.toContain(token)
    const { tokenHash } = vault.db.select().from(sessions).get()!
    expect(holderOf(vault.db, tokenHash)).toBeUndefined()
  })
  it('ends alone, with all others but one, after its time, or with its person', () => {
    const [one, two, three] = [1, 2, 3].map(() => beginSession(vault.db, mara().id)) as [
      string,
      string,
      string,
    ]
    endSession(vault.db, one)
    expect([one, two, three].map((token) => holderOf(vault.db, token)?.person.name)).toEqual([
      undefined,
      'Mara Feldhaus',
      'Mara Feldhaus',
    ])
    endSessionsOf(vault.db, mara().id, three)
    expect([two, three].map((token) => Boolean(holderOf(vault.db, token)))).toEqual([false, true])
    clock.now = () => new Date(Date.now() + (sessionLasts + 1) * 1000)
    expect(holderOf(vault.db, three)).toBeUndefined()
    clock.now = real
    vault.db.update(people).set({ active: false }).run()
    expect(holderOf(vault.db, three)).toBeUndefined()
  })
})

describe('a browser', () => {
  it('is remembered for its person alone', () => {
    const token = rememberBrowser(vault.db, mara().id)
    expect(knownBrowser(vault.db, token, mara().id)).toMatch(/^[0-9a-f]{64}$/)
    expect(knownBrowser(vault.db, token, vault.who('Jonas Eckhart').id)).toBeUndefined()
  })
  it('is forgotten once many newer ones are known', () => {
    const minute = (count: number) => (clock.now = () => new Date(Date.UTC(2026, 0, 1, 0, count)))
    const tokens = Array.from({ length: 60 }, (_, index) => {
      minute(index)
      return rememberBrowser(vault.db, mara().id)
    })
    expect(vault.db.select().from(knownBrowsers).all()).toHaveLength(50)
    expect(knownBrowser(vault.db, tokens[0]!, mara().id)).toBeUndefined()
    expect(knownBrowser(vault.db, tokens[59]!, mara().id)).toBeDefined()
  })
})
