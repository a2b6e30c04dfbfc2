import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { today } from '../settings/zone'
import { counting, queries } from '../database/query-count'
import { outbox, people, signInLinks } from '../database/schema'
import { makeChange } from '../directory/changes'
import { directoryVersion } from '../directory/folders'
import { emptyVault } from '../documents/vault.fixture'
import { holderOfLink, sendFirstLink, sendForgotten } from './links'
import { beginLookingAs } from './look-as'
import { beginSession, holderOf } from './sessions'
import { addToken, bearerOf } from './tokens'

// The module decides on counting when it is loaded.
vi.hoisted(() => (process.env.ILMENITE_COUNT_QUERIES = 'yes'))

let vault: ReturnType<typeof emptyVault>
beforeEach(() => (vault = emptyVault()))
afterEach(() => vault.remove())
const mara = () => vault.who('Mara Feldhaus')
const jonas = () => vault.who('Jonas Eckhart')
const secretIn = (link: string) => link.split('link=')[1]!

/** Activates or deactivates Jonas. */
function set(active: boolean): void {
  const change = { kind: 'change-person', person: jonas().id, active } as const
  makeChange(vault.db, mara(), change, { version: directoryVersion(vault.db), findings: [], accept: true })
}

describe('somebody who leaves', () => {
  it('takes sessions, tokens and links along, and none of them comes back', () => {
    const session = beginSession(vault.db, jonas().id)
    const { secret } = addToken(vault.db, jonas(), { name: 'script', until: today(vault.db), acts: [] })
    const link = secretIn(sendFirstLink(vault.db, mara(), jonas().id, 'http://vault'))
    const reach = () => [
      holderOf(vault.db, session)?.person.name,
      bearerOf(vault.db, secret)?.account.name,
      holderOfLink(vault.db, link)?.name,
    ]
    expect(reach()).toEqual(['Jonas Eckhart', 'Jonas Eckhart', 'Jonas Eckhart'])
    for (const active of [false, true]) {
      set(active)
      expect(reach()).toEqual([undefined, undefined, undefined])
    }
  })
  it('is looked through by nobody any more', () => {
    const session = beginSession(vault.db, mara().id)
    beginLookingAs(vault.db, mara(), session, jonas().id)
    expect(holderOf(vault.db, session)?.lookingAs?.name).toBe('Jonas Eckhart')
    const isJonas = eq(people.id, jonas().id)
    // Even if the row changes without a change of the directory.
    vault.db.update(people).set({ active: false }).where(isJonas).run()
    expect(holderOf(vault.db, session)?.lookingAs).toBeUndefined()
    vault.db.update(people).set({ active: true }).where(isJonas).run()
    for (const active of [false, true]) {
      set(active)
      expect(holderOf(vault.db, session)?.lookingAs).toBeUndefined()
    }
  })
})

describe('a token', () => {
  it.each(['2027-02-31', '2027-13-01', 'tomorrow', '2000-01-01'])('does not last until %s', (until) => {
    expect(() => addToken(vault.db, jonas(), { name: 'script', until, acts: [] })).toThrow(
      'lasts until a day',
    )
  })
})

describe('a password that is forgotten', () => {
  const forget = (mail: string) => sendForgotten(vault.db, mail, 'a place', 'http://vault')
  it('leaves an invitation good, whoever says so', async () => {
    const link = secretIn(sendFirstLink(vault.db, mara(), jonas().id, 'http://vault'))
    await forget(jonas().mail)
    await forget(jonas().mail)
    expect(holderOfLink(vault.db, link)?.name).toBe('Jonas Eckhart')
    expect(
      vault.db
        .select()
        .from(signInLinks)
        .all()
        .map(({ kind }) => kind)
        .sort(),
    ).toEqual(['first', 'forgotten'])
  })
  it('asks the database as much where there is nobody, and writes nobody', async () => {
    const asked: number[] = []
    for (const mail of [jonas().mail, 'nobody@brackwater.example']) {
      await forget('warm@brackwater.example')
      await counting(async () => {
        await forget(mail)
        asked.push(queries.count)
      })
    }
    expect(asked[0]).toBeGreaterThan(5)
    expect(asked[0]).toBe(asked[1])
    expect(
      vault.db
        .select()
        .from(outbox)
        .all()
        .map(({ recipient }) => recipient),
    ).toEqual([jonas().mail])
  })
})
