import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { audit, outbox, people } from '../database/schema'
import { emptyVault } from '../documents/vault.fixture'
import { holderOfLink, invite, usePasswordLink } from './links'

let vault: ReturnType<typeof emptyVault>
beforeEach(() => (vault = emptyVault()))
afterEach(() => vault.remove())

const mara = () => vault.who('Mara Feldhaus')
const ids = () =>
  vault.db
    .select({ id: people.id })
    .from(people)
    .all()
    .map(({ id }) => id)
const origin = 'https://vault.brackwater.example'
const inviting = (by: 'letter' | 'link', whom = ids()) =>
  invite(vault.db, mara(), { people: whom, by }, origin)
const linkFor = (id: string) => inviting('link', [id])[0]!.link!
const letters = () => vault.db.select().from(outbox).all()
const secretIn = (link: string) => new URL(link).searchParams.get('link')!
const set = (id: string, values: Partial<typeof people.$inferInsert>) =>
  vault.db.update(people).set(values).where(eq(people.id, id)).run()

describe('an invitation', () => {
  it('goes by letter, without a link that anybody is told', () => {
    set(ids()[0]!, { passwordHash: '' })
    const [first] = inviting('letter', [ids()[0]!])
    expect(first).toMatchObject({ id: ids()[0], link: null })
    expect(letters()).toMatchObject([{ recipient: first!.mail, secret: true }])
    const link = /https:\S+/.exec(letters()[0]!.body)![0]
    expect(holderOfLink(vault.db, secretIn(link))?.id).toBe(ids()[0])
  })
  it('is a link to hand over, good once, and no letter', async () => {
    set(ids()[0]!, { passwordHash: '' })
    const link = linkFor(ids()[0]!)
    expect([letters(), link.startsWith(`${origin}/sign-in?link=`)]).toEqual([[], true])
    const choose = () =>
      usePasswordLink(vault.db, { token: secretIn(link), password: 'ropes-and-grips', place: 'here' })
    expect((await choose()).account.id).toBe(ids()[0])
    await expect(choose()).rejects.toThrow(/good no more/)
  })
  it('ends an earlier link of the same person', () => {
    const [id] = ids() as [string]
    set(id, { passwordHash: '' })
    const link = linkFor(id)
    inviting('letter', [id])
    expect(holderOfLink(vault.db, secretIn(link))).toBeUndefined()
  })
  it('passes over whoever has a password, has left or is nobody, and stands in the trail for the others', () => {
    const [first, second, third] = ids() as [string, string, string]
    for (const id of ids()) set(id, { passwordHash: 'chosen' })
    set(second, { passwordHash: '', active: false })
    set(third, { passwordHash: '' })
    expect(inviting('link', [first, second, third, 'nobody']).map(({ id }) => id)).toEqual([third])
    const sent = vault.db.select().from(audit).where(eq(audit.code, 'send-link')).all()
    expect(sent).toMatchObject([{ subjectId: third, personName: 'Mara Feldhaus' }])
  })
})
