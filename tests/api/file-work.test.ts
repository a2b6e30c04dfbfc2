import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { drawing, labelsOnSheet, useFiles } from '../support/files'
import { publish } from '../support/rounds'
import { eventually } from '../support/server.mjs'

const { mara, jonas, gregor, documentOf, download, inFile, edit, filed, fire, checkOut, work } = useFiles()

describe('revisions on the sheet', () => {
  const numbers = Array.from({ length: 20 }, (_, index) => `BR-${1060 + index}`)
  const labelsIn = async (number: string) => labelsOnSheet(await download(number))
  it('are carried over by a job, which leaves alone what is held, and doing it twice changes nothing', async () => {
    const { body: intake } = await mara('POST', 'intakes', {
      archive: 'Grip archive',
      register: 'Grip archive register.csv',
    })
    await mara('POST', `intakes/${intake.id}/read`)
    const isAt = (stage: string) => async () =>
      (await mara('GET', `intakes/${intake.id}`)).body.intake.stage === stage
    await eventually(isAt('read'), 'the plan', 60)
    expect((await mara('POST', `intakes/${intake.id}/run`)).status).toBe(200)
    await eventually(isAt('done'), 'the intake', 60)
    const found = await Promise.all(numbers.map((number) => mara('GET', `documents/${number}`)))
    expect(found.map(({ status }) => status)).toEqual(numbers.map(() => 200))
    const recordOf = (version: number) => mara('GET', `documents/BR-1062/versions/${version}/record`)
    const { version } = (await documentOf('BR-1062')).document
    expect((await recordOf(version - 1)).body).toEqual({ record: null })
    expect((await recordOf(version)).body.record).toMatchObject({ legacy_revision: expect.any(String) })
    const before = await download('BR-1061')
    const drawn = await work({ task: 'draw', numbers })
    expect(drawn.lines.map(({ outcome }) => outcome)).toEqual(numbers.map(() => 'written'))
    const register = (await documentOf('BR-1061')).register.map(({ label }: { label: string }) => label)
    expect(await labelsIn('BR-1061')).toEqual({ carried: register, live: register.slice(-1) })
    expect((await download('BR-1061')).length).toBeGreaterThan(before.length)
    const drawnOnce = await download('BR-1061')
    const again = await work({ task: 'draw', numbers })
    expect(new Set(again.lines.map(({ outcome }) => outcome))).toEqual(new Set(['as it was']))
    expect((await download('BR-1061')).equals(drawnOnce)).toBe(true)
  }, 180_000)
  it('grow with every step, while what was carried over stays', async () => {
    const before = await labelsIn('BR-1060')
    await fire(mara, 'BR-1060', 'revise')
    await edit('BR-1060', { material: 'S355', mass: '4' }, mara)
    await fire(jonas, 'BR-1060', 'send-to-check')
    await fire(gregor, 'BR-1060', 'issue', 'Bore enlarged')
    const { carried, live } = await labelsIn('BR-1060')
    expect(carried).toEqual(before.carried)
    expect(live).toEqual([before.carried!.at(-1), (await documentOf('BR-1060')).document.revision])
  })
  it('stand where it was chosen for sheets of a format', async () => {
    const place = { corner: 'lower left', across: 30, up: 40 }
    const { body: chosen } = await mara('PUT', 'record/block-places', { format: 'A3', place })
    expect(chosen).toEqual({ A3: place })
    const frame = '<rect x="0" y="0" width="420" height="297" fill="none"/>'
    const sheet = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 420 297">${frame}</svg>`
    await filed('BR-F6', 'a.svg', sheet)
    await work({ task: 'draw', numbers: ['BR-F6'] })
    expect((await download('BR-F6')).toString()).toMatch(/data-box="30 -257 /)
    await mara('PUT', 'record/block-places', { format: 'A3', place: null })
    expect((await mara('GET', 'record/block-places')).body).toEqual({})
    const wrong = await mara('PUT', 'record/block-places', { format: 'A7', place })
    expect([wrong.status, wrong.body.message]).toEqual([400, expect.stringMatching(/A4, A3, A2, A1 or A0/)])
  })
  it('of a document that somebody has are left alone, and it is listed', async () => {
    await filed('BR-F8', 'a.dxf', drawing('BR-F8', 'Jaw'))
    await checkOut('BR-F8')
    const { lines, message } = await work({ task: 'draw', numbers: ['BR-F8'] })
    expect(lines).toEqual([
      { number: 'BR-F8', outcome: 'held', message: expect.stringMatching(/^checked out by Jonas Eckhart/) },
    ])
    expect(message).toBe('1 held')
  })
  it('are not drawn where there is no drawing, and that is told', async () => {
    await filed('BR-F7', 'a.docx', readFileSync('tests/corpus/note.docx'))
    const { lines } = await work({ task: 'draw', numbers: ['BR-F7'] })
    expect(lines).toMatchObject([
      { outcome: 'not done', message: expect.stringMatching(/DXF and SVG drawings/) },
    ])
  })
  it.each([
    ['no set', { task: 'draw' }, /say whose files/],
    ['a folder that is not there', { task: 'draw', folder: '/None' }, /no folder \/None/],
    [
      'a script that is not there',
      { task: 'script', numbers: ['BR-F7'], script: 'none' },
      /no script “none”/,
    ],
  ])('are refused for %s', async (_, body, message) =>
    expect((await mara('POST', 'jobs/files', body)).body.message).toMatch(message),
  )
})

it('a script writes what it likes at the places of files', async () => {
  const code = `write('field:AUTHOR', (places['field:NUMBER'] || '?') + ' by ' + document.owner)`
  await publish(mara, [{ kind: 'set-script', script: { id: 'sign-it', name: 'Sign it', code } }])
  await filed('BR-F9', 'a.dxf', drawing('BR-F9', 'Jaw'))
  const { lines } = await work({ task: 'script', numbers: ['BR-F9'], script: 'sign-it' })
  expect(lines).toMatchObject([{ outcome: 'written' }])
  expect(await inFile('BR-F9', 'field:AUTHOR')).toMatch(/^BR-F9 by /)
})

it('an administrator who may not see a document learns nothing of it, and does nothing to it', async () => {
  const misspelt = drawing('BR-W1', 'Jaw').replace(
    '\n2\nTITLE\n70\n0\n0\nATTRIB',
    '\n2\nTitle\n70\n0\n0\nATTRIB',
  )
  await filed('BR-W1', 'a.dxf', misspelt)
  const told = async () => {
    const spread = await mara('GET', 'record/spread?place=field:TITLE&ending=dxf&folder=/Grips')
    return [spread.text, (await mara('GET', 'record/findings')).text]
  }
  expect((await told()).join()).toContain('BR-W1')
  const { version } = (await mara('GET', 'directory')).body
  const change = { kind: 'set-withholding', folder: '/Grips', principal: 'person:1', rights: ['see'] }
  const { status, text } = await mara('POST', 'directory/changes', { version, change, accept: true })
  expect(status, text).toBe(200)
  expect((await mara('GET', 'documents/BR-W1')).status).toBe(404)
  expect((await told()).join()).not.toContain('BR-W1')
  expect(await work({ task: 'draw', numbers: ['BR-W1'] })).toEqual({
    ...{ lines: [], message: 'no document is in the set' },
  })
})
