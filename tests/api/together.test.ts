import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyVault } from '../../backup/verify'
import { demoData, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>>
let data: string
beforeAll(async () => {
  data = demoData()
  server = await startServer(data)
})
afterAll(() => server?.stop())

type Call = Awaited<ReturnType<typeof signIn>>
type Answer = Awaited<ReturnType<Call>>

describe('changes of the directory', () => {
  it('against firing, editing, listing and publishing: each is whole, or refused in words', async () => {
    const [mara, ilya, jonas] = await Promise.all([
      signIn(server.url),
      signIn(server.url, 'ilya.brandt@brackwater.example'),
      signIn(server.url, 'jonas.eckhart@brackwater.example'),
    ])
    const answers: Answer[] = []
    const keep = async (asked: Promise<Answer>) => {
      const answer = await asked
      answers.push(answer)
      return answer
    }
    const end = Date.now() + 6000
    const until = async (turn: (round: number) => Promise<void>) => {
      for (let round = 0; Date.now() < end; round++) await turn(round)
    }
    const jonasId = (await jonas('GET', 'session')).body.id
    const withholding = { kind: 'set-withholding', folder: '/Grips', principal: `person:${jonasId}` }
    const seen: number[] = []
    await Promise.all([
      until(async (round) => {
        const { version } = (await keep(mara('GET', 'directory'))).body
        const change = { ...withholding, rights: round % 2 ? [] : ['see'] }
        await keep(mara('POST', 'directory/changes', { version, change, accept: true }))
      }),
      until(async (round) => {
        const { draft } = (await keep(ilya('GET', 'configuration'))).body
        const edit = { kind: 'describe-state', state: 'drafting', words: `Round ${round}` }
        const edited = await keep(ilya('POST', 'draft/edits', { change: draft.change, edit }))
        if (edited.status === 200)
          await keep(ilya('POST', 'draft/publish', { change: edited.body.change, comment: `Round ${round}` }))
      }),
      until(async () => {
        const { rows, total } = (await keep(jonas('GET', 'documents?folder=/Grips&state=drafting&limit=20')))
          .body
        seen.push(total)
        for (const { number } of rows.slice(0, 3)) {
          const page = await keep(jonas('GET', `documents/${number}`))
          if (page.status !== 200) continue
          const { change } = page.body.document
          await keep(jonas('PUT', `documents/${number}/record`, { change, values: { finish: 'zinc' } }))
        }
      }),
    ])
    const strange = answers.filter(({ status }) => status >= 500 && status !== 503)
    expect(strange.map(({ text }) => text)).toEqual([])
    for (const { status, text } of answers.filter((answer) => answer.status >= 400)) {
      expect([403, 404, 409, 503], text).toContain(status)
      expect(JSON.parse(text).message.length).toBeGreaterThan(10)
    }
    // A list is of one moment: all of the folder, or nothing of it.
    expect(new Set(seen).size).toBeLessThanOrEqual(2)
    expect(seen).toContain(0)
    expect((await verifyVault(data)).faults).toEqual([])
    expect((await mara('GET', 'audit/verify')).body.whole).toBe(true)
  }, 60_000)
})
