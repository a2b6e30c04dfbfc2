import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { publish, sendToCheck } from '../support/rounds'
import { demoData, eventually, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>>
type Call = Awaited<ReturnType<typeof signIn>>
let mara: Call
let jonas: Call
let emil: Call
beforeAll(async () => {
  server = await startServer(demoData())
  const as = (name: string) => signIn(server.url, `${name}@brackwater.example`)
  ;[mara, jonas, emil] = await Promise.all([as('mara.feldhaus'), as('jonas.eckhart'), as('emil.achterberg')])
})
afterAll(() => server?.stop())

const lifecycle = 'workshop-document'
/** Puts in force what the return of a drawing does. */
const returning = (effects: object[], scripts: object[] = []) =>
  publish(mara, [
    ...scripts.map((script) => ({ kind: 'set-script', script })),
    { kind: 'change-transition', lifecycle, transition: 'return', patch: { effects } },
  ])
const documentOf = async (number: string) => (await mara('GET', `documents/${number}`)).body
async function fireReturn(number: string) {
  const { change } = (await documentOf(number)).document
  return emil('POST', `documents/${number}/fire`, { change, transition: 'return', comment: 'not yet' })
}

describe('an effect', () => {
  it('makes a PDF beside the version and a copy in another folder, once the act is done', async () => {
    await returning([
      { kind: 'render', format: 'pdf' },
      { kind: 'copy', folder: '/Line' },
    ])
    await sendToCheck(jonas, 'BR-E1')
    // A drawing that is none fails by name, and keeps the copy from nothing.
    expect((await fireReturn('BR-E1')).status).toBe(200)
    const failed = () => mara('GET', 'jobs?status=failed').then(({ body }) => body[0])
    expect(await eventually(failed, 'the failure')).toMatchObject({
      ...{ kind: 'render', subjectName: 'BR-E1', attempts: 1 },
      message: expect.stringContaining('the drawing'),
    })
    const copy = await eventually(async () => {
      const { body, status } = await mara('GET', 'documents/BR-E1-LINE')
      return status === 200 && body
    }, 'the copy')
    expect(copy.copyOf.map(({ number }: { number: string }) => number)).toEqual(['BR-E1'])
    expect(copy.document).toMatchObject({ folder: '/Line', state: 'drafting', revision: 'A' })
    expect((await documentOf('BR-E1')).copiedTo).toHaveLength(1)
    const { body: pages } = await mara('GET', 'documents/BR-HS-ARC-001')
    const { version } = pages.versions.find(({ hasPdf }: { hasPdf: boolean }) => hasPdf)
    const pdf = await mara('GET', `documents/BR-HS-ARC-001/versions/${version}/pdf`)
    expect([pdf.status, pdf.text.slice(0, 5)]).toEqual([200, '%PDF-'])
    expect((await mara('GET', 'documents/BR-HS-ARC-001/versions/1/pdf')).status).toBe(404)
  })

  it('shows the sheet of a drawing as a picture in which nothing runs, and says of what it draws none', async () => {
    const sheet = await mara('GET', 'documents/BR-2024/versions/2/sheet')
    expect(sheet.status).toBe(200)
    expect(sheet.headers.get('content-type')).toContain('image/svg+xml')
    expect(sheet.headers.get('content-security-policy')).toBe("default-src 'none'")
    expect(sheet.text).toContain('<svg xmlns="http://www.w3.org/2000/svg"')
    const pdf = await mara('GET', `documents/BR-HS-ARC-001/versions/1/sheet`)
    expect([pdf.status, pdf.body.message]).toEqual([404, expect.stringContaining('no sheet is drawn')])
  })

  it('that is a script which checks refuses the act, and never keeps the others waiting', async () => {
    const code = `if (document.number === 'BR-E2') refuse('the radius first'); if (document.number === 'BR-E3') for (;;);
      write('finish', 'raw')`
    await returning([{ kind: 'run', job: 'look' }], [{ id: 'look', name: 'Look', code, check: true }])
    for (const number of ['BR-E2', 'BR-E3', 'BR-E4']) await sendToCheck(jonas, number)
    const refused = await fireReturn('BR-E2')
    expect([refused.status, refused.text]).toEqual([
      409,
      expect.stringContaining('Look refuses: the radius first'),
    ])
    const others = Promise.all(Array.from({ length: 5 }, () => jonas('GET', 'session')))
    const endless = await fireReturn('BR-E3')
    expect([endless.status, endless.text]).toEqual([409, expect.stringContaining('more than 250 ms')])
    expect((await others).map(({ status }) => status)).toEqual([200, 200, 200, 200, 200])
    expect((await fireReturn('BR-E4')).status).toBe(200)
    const { document } = await documentOf('BR-E4')
    expect([document.state, document.record.finish]).toEqual(['drafting', 'raw'])
    const acts = (await emil('GET', 'documents/BR-E2/acts')).body
    const ahead = acts.find(({ transition }: { transition: { id: string } }) => transition.id === 'return')
    expect(ahead.decision.reasons[0]).toMatchObject({ rule: 'effect' })
  })
})

describe('a kept rehearsal', () => {
  it('that cannot be played any more is told of, and breaks nothing else', async () => {
    const act = { act: 'fire', person: '3', number: 'BR-X', transition: 'issue' }
    const body = {
      documents: [{ number: 'BR-X' }],
      references: {},
      today: '2026-03-01',
      acts: [{ act, expect: {} }],
    }
    const { id } = (await mara('POST', 'rehearsals', { name: 'Half', lifecycle, body })).body
    const broken = (await mara('GET', 'draft/broken')).body
    expect(broken).toMatchObject([{ id, name: 'Half', act: 1 }])
    expect((await mara('GET', 'overview')).status).toBe(200)
    expect((await mara('PUT', `rehearsals/${id}`, { active: false })).status).toBe(200)
    expect((await mara('GET', 'draft/broken')).body).toEqual([])
    expect((await mara('DELETE', `rehearsals/${id}`)).status).toBe(200)
    const asked = {
      name: 'None',
      lifecycle,
      body: { ...body, acts: [{ act: { act: 'dance' }, expect: {} }] },
    }
    expect((await mara('POST', 'rehearsals', asked)).status).toBe(400)
  })
})
