import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { drawing, useFiles } from '../support/files'
import { publish } from '../support/rounds'
import { eventually } from '../support/server.mjs'

const { mara, jonas, gregor, documentOf, download, inFile, edit, filed, fire, checkOut, work } = useFiles()

describe('revisions on the sheet', () => {
  const numbers = Array.from({ length: 20 }, (_, index) => `BR-${1060 + index}`)
  /** The labels in the blocks that stand on the sheet, as their texts on our layers. */
  const labelsIn = async (number: string) => {
    const lines = (await download(number)).toString('latin1').split(/\r?\n/)
    const found: Record<string, string[]> = { 'ILMENITE-CARRIED-OVER': [], 'ILMENITE-LIVE': [] }
    let layer = ''
    for (let at = 0; at + 1 < lines.length; at += 2) {
      const [code, value] = [lines[at]!.trim(), lines[at + 1]!]
      if (code === '8') layer = value
      if (code === '1' && /^(?!BY$)[A-Z]{1,2}$/.test(value)) found[layer]?.push(value)
    }
    return { carried: found['ILMENITE-CARRIED-OVER'], live: found['ILMENITE-LIVE'] }
  }
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
    const brought = numbers.filter(
      async (number) => (await mara('GET', `documents/${number}`)).status === 200,
    )
    expect(brought).toHaveLength(20)
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
    expect(lines).toMatchObject([{ outcome: 'not done', message: expect.stringMatching(/DXF drawings/) }])
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
