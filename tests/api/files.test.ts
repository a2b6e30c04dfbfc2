import { readdirSync, readFileSync } from 'node:fs'
import { request } from 'node:http'
import { join } from 'node:path'
import { PDFDict, PDFDocument, PDFHexString, PDFName } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { drawing, useFiles } from '../support/files'
import { publish } from '../support/rounds'
import { eventually } from '../support/server.mjs'

const { mara, jonas, emil, documentOf, download, inFile, edit, filed, fire, checkOut, checkIn, place } =
  useFiles()

describe('a stamp follows the state, in the file that is downloaded', () => {
  it.each([
    ['BR-F1', 'a.dxf', 'field:STATUS', () => Buffer.from(drawing('BR-F1', 'Jaw'))],
    ['BR-F2', 'a.docx', 'property:Status', () => readFileSync('tests/corpus/note.docx')],
    ['BR-F3', 'a.xlsx', 'property:Status', () => readFileSync('tests/corpus/table.xlsx')],
    ['BR-F4', 'a.pdf', 'property:Status', () => readFileSync('tests/corpus/linearized.pdf')],
    ['BR-F5', 'a.odt', 'property:Status', () => readFileSync('tests/corpus/note.odt')],
  ])('%s, %s', async (number, fileName, place, content) => {
    await filed(number, fileName, content())
    await fire(jonas, number, 'send-to-check')
    expect(await inFile(number, place)).toBe('Checking')
    await fire(emil, number, 'return', 'not yet')
    expect(await inFile(number, place)).toBe('Drafting')
    expect((await download(number, 'came-in')).equals(content())).toBe(true)
    const { file, versions } = await documentOf(number)
    expect(file).toEqual({ pending: false, findings: [] })
    expect(versions).toMatchObject([{ version: 1, written: expect.any(Number) }])
  })
})

it('a PDF says on each of its pages how it stands, over what is on them', async () => {
  const stampsOf = async (number: string) => {
    const pages = (await PDFDocument.load(await download(number))).getPages()
    return pages.map(({ node }) =>
      node
        .Annots()!
        .asArray()
        .map((one) =>
          node.context.lookup(one, PDFDict).lookup(PDFName.of('Contents'), PDFHexString).decodeText(),
        ),
    )
  }
  await filed('BR-F8', 'a.pdf', readFileSync('tests/corpus/sheet-draw.pdf'))
  await fire(jonas, 'BR-F8', 'send-to-check')
  expect(await stampsOf('BR-F8')).toEqual([[expect.stringMatching(/Status stamp: Checking/)]])
  await fire(emil, 'BR-F8', 'return', 'not yet')
  expect(await stampsOf('BR-F8')).toEqual([[expect.stringMatching(/Status stamp: Drafting/)]])
})

it('the sheet of any version is downloaded as a PDF with its stamp', async () => {
  const asPdf = (number: string, version: number) =>
    mara('GET', `documents/${number}/versions/${version}/sheet?as=pdf`)
  const titleOf = async (bytes: Buffer) => (await PDFDocument.load(bytes)).getTitle()
  const now = await asPdf('BR-2024', 2)
  expect(now.status).toBe(200)
  const { document } = await documentOf('BR-2024')
  expect(await titleOf(now.bytes)).toMatch(new RegExp(`^BR-2024 {3}rev\\. ${document.revision} {3}`))
  expect(await titleOf((await asPdf('BR-2024', 1)).bytes)).toMatch(/version 1 of 2/)
  await filed('BR-F9', 'a.docx', readFileSync('tests/corpus/note.docx'))
  expect((await asPdf('BR-F9', 1)).body.message).toMatch(/a PDF cannot be made of a.docx/)
})

it('each version keeps the record that it had', async () => {
  const recordAt = async (version: number) =>
    (await mara('GET', `documents/BR-F10/versions/${version}/record`)).body.record
  await filed('BR-F10', 'a.dxf', drawing('BR-F10', 'Jaw'))
  await checkOut('BR-F10')
  await checkIn('BR-F10', drawing('BR-F10', 'Jaw, forged'))
  await edit('BR-F10', { mass: '7' })
  expect(await recordAt(1)).toMatchObject({ title: 'Jaw', mass: 4 })
  expect(await recordAt(2)).toMatchObject({ title: 'Jaw, forged', mass: 7 })
})

it('a title that was changed in the file goes into the record, and what both sides changed is told', async () => {
  await filed('BR-F6', 'a.dxf', drawing('BR-F6', 'Grip jaw'))
  expect((await documentOf('BR-F6')).document.title).toBe('Grip jaw')
  await checkOut('BR-F6')
  await edit('BR-F6', { title: 'Jaw' })
  const { body, status } = await checkIn('BR-F6', drawing('BR-F6', 'Grip jaw, forged'))
  expect([status, body.findings]).toEqual([
    200,
    [expect.objectContaining({ kind: 'conflict', attribute: 'title', place: 'field:TITLE' })],
  ])
  expect((await documentOf('BR-F6')).file.findings).toHaveLength(1)
  expect((await documentOf('BR-F6')).document.title).toBe('Grip jaw, forged')
})

it('a near miss is counted over the vault, and taken as well with a second binding', async () => {
  const misspelt = drawing('BR-F7', 'Jaw').replace('\n1\nJaw\n2\nTITLE\n', '\n1\nJaw\n2\nTitle \n')
  await filed('BR-F7', 'a.dxf', misspelt)
  const { body: spread } = await mara('GET', 'record/spread?place=field:TITLE&ending=dxf&folder=/Grips')
  expect(spread.misspelt).toEqual([{ place: 'field:Title ', count: 1, numbers: ['BR-F7'] }])
  expect(spread.has).toBeGreaterThan(10)
  expect(spread.read).toBe(spread.files)
  const { body: findings } = await mara('GET', 'record/findings')
  expect(findings).toContainEqual(
    expect.objectContaining({
      attribute: 'title',
      kind: 'misspelt',
      has: 'field:Title ',
      numbers: ['BR-F7'],
    }),
  )
  const { body: configuration } = await mara('GET', 'configuration')
  const title = configuration.published.configuration.attributes.find(
    ({ id }: { id: string }) => id === 'title',
  )
  const bindings = [...title.bindings, { extensions: ['dxf'], place: 'field:Title ', mode: 'both' }]
  await publish(mara, [{ kind: 'set-attribute', attribute: { ...title, bindings } }])
  await checkOut('BR-F7')
  await checkIn('BR-F7', misspelt)
  expect((await documentOf('BR-F7')).document.title).toBe('Jaw')
})

describe('everything inside', () => {
  it('of a file that is not kept', async () => {
    const { body } = await mara('POST', 'record/probe?fileName=a.dxf', Buffer.from(drawing('BR-1', 'Jaw')))
    expect(body.reading).toMatchObject({ kind: 'dxf', problems: [] })
    expect(body.reading.places).toContainEqual({ place: 'field:TITLE', value: 'Jaw', writable: true })
    expect(body.sheet).toMatch(/data-place="field:TITLE"/)
  })
  it('of a version, for whoever may open it', async () => {
    const { body } = await jonas('GET', 'documents/BR-F1/versions/1/inside')
    expect(body.reading.kind).toBe('dxf')
  })
  it('of a file of an archive, which is found by its name', async () => {
    const { body: found } = await mara('GET', 'archives/files?text=BR-1042_c')
    expect(found).toEqual(['Grip archive/Grip/BR-1042_C.dxf'])
    const { body } = await mara('GET', `archives/file?path=${encodeURIComponent(found[0])}`)
    expect(body.reading.history.at(-1)).toMatchObject({ revision: 'C' })
  })
  it.each([
    ['nothing', 'record/probe?fileName=a.dxf', '', /is empty/],
    ['a file outside of the share', 'archives/file?path=../secret', undefined, /outside/],
  ])('is refused for %s', async (_, address, content, message) => {
    const answer =
      content === undefined ? await mara('GET', address) : await mara('POST', address, Buffer.from(content))
    expect(answer.body.message).toMatch(message)
  })
  it('of a file that is cut off on its way is nothing, and nothing of it is left', async () => {
    const { url, data } = place()
    const signed = await fetch(`${url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ mail: 'mara.feldhaus@brackwater.example', password: 'ropeway-42' }),
    })
    const cookie = signed.headers
      .getSetCookie()
      .map((line) => line.split(';')[0]!)
      .join('; ')
    await new Promise<void>((done) => {
      const headers = { cookie, 'content-length': '100000' }
      const asked = request(`${url}/api/record/probe?fileName=a.dxf`, {
        method: 'POST',
        headers,
        agent: false,
      })
      asked.on('error', () => undefined)
      asked.on('close', () => done())
      asked.write(drawing('BR-1', 'Jaw').slice(0, 500), () => setTimeout(() => asked.destroy(), 200))
    })
    const isClear = async () =>
      !readdirSync(join(data, 'files/incoming')).some((name) => name.startsWith('looked'))
    await eventually(isClear, 'the end of what was sent')
    const { body } = await mara('POST', 'record/probe?fileName=a.dxf', Buffer.from(drawing('BR-1', 'Jaw')))
    expect(body.reading.problems).toEqual([])
  })
  it('of a damaged file is what can be read, with what is wrong', async () => {
    const { body } = await mara('POST', 'record/probe?fileName=a.pdf', Buffer.from('%PDF-1.7\n1 0 obj\n<<'))
    expect(body.reading.kind).toBe('pdf')
    expect(body.reading.problems.length).toBeGreaterThan(0)
  })
})
