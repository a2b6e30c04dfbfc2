import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readFile, sourceOf } from '../../core/formats'
import { signInOn } from '../support/browser.mjs'
import { button, usePage } from '../support/driver'
import { drawing, labelsOnSheet } from '../support/files'
import { eventually, signIn } from '../support/server.mjs'

const at = usePage()
const as = (name: string) => signInOn(at.page, at.url, `${name}@brackwater.example`)

/** What a click on the newest version's file would put on one's disk. */
async function downloaded(number: string): Promise<Buffer> {
  await at.open(`/vault/${number}`)
  await at.page.waitForSelector('[aria-label=Versions] tbody a')
  const content = await at.page.$eval('[aria-label=Versions] tbody a', async (link) => {
    const bytes = new Uint8Array(await (await fetch((link as HTMLAnchorElement).href)).arrayBuffer())
    return Array.from(bytes, (byte) => String.fromCharCode(byte)).join('')
  })
  return Buffer.from(content, 'latin1')
}
async function fired(number: string, transition: string, name: string, state: string, comment?: string) {
  await at.open(`/vault/${number}?act=${transition}`)
  if (comment) await (await at.page.waitForSelector('#fire-comment'))!.type(comment)
  await at.page.waitForSelector(`[aria-label="${name}"] button.main:not(:disabled)`)
  await at.click(`[aria-label="${name}"] button.main`)
  await at.says(`${number} stands in ${state}`)
}
/** Gives a document what Send to check asks for. */
async function recorded(number: string, name = 'jonas.eckhart') {
  const call = await signIn(at.url, `${name}@brackwater.example`)
  const { change } = (await call('GET', `documents/${number}`)).body.document
  const values = { material: 'S355', mass: '4' }
  expect((await call('PUT', `documents/${number}/record`, { change, values })).status).toBe(200)
}

describe('a stamp changes with the state, in the file that is downloaded', () => {
  it.each([
    ['BR-W1', 'a.dxf', 'field:STATUS', () => Buffer.from(drawing('BR-W1', 'Jaw'))],
    ['BR-W2', 'a.pdf', 'property:Status', () => readFileSync('tests/corpus/sheet-draw.pdf')],
    ['BR-W3', 'a.docx', 'property:Status', () => readFileSync('tests/corpus/note.docx')],
    ['BR-W4', 'a.xlsx', 'property:Status', () => readFileSync('tests/corpus/table.xlsx')],
  ])('%s, %s', async (number, fileName, place, content) => {
    const jonas = await signIn(at.url, 'jonas.eckhart@brackwater.example')
    const asked = { number, folder: '/Grips', classId: 'drawing', fileName }
    const answer = await jonas('POST', `documents?${new URLSearchParams(asked)}`, content())
    expect(answer.status, answer.text).toBe(200)
    await recorded(number)
    const said = async () => {
      const { places } = await readFile(sourceOf(await downloaded(number)), fileName)
      return places.find((one) => one.place === place)?.value
    }
    await as('jonas.eckhart')
    await fired(number, 'send-to-check', 'Send to check', 'Checking')
    expect(await said()).toBe('Checking')
    await as('emil.achterberg')
    await fired(number, 'return', 'Return', 'Drafting', 'the radius is missing')
    expect(await said()).toBe('Drafting')
    at.noFaults()
  })
})

describe('the history that came along', () => {
  it('is carried over onto the drawings of an intake, and grows with the next issue beside it', async () => {
    await as('mara.feldhaus')
    await at.open('/intake')
    await at.page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('input[list=registers]')?.value ===
        'Grip archive register.csv',
    )
    await at.click(button('Read the archive'))
    await at.says('files held')
    // Who is believed first is said where files are mapped, and said back again.
    const mara = await signIn(at.url, 'mara.feldhaus@brackwater.example')
    const isRanked = (kinds: string) =>
      eventually(async () => {
        const { body } = await mara('GET', `intakes/${at.page.url().split('/').at(-1)!.split('?')[0]}`)
        const isOver = body.job === null || body.job.status === 'done'
        return isOver && body.intake.profile.ranking?.join(' ').startsWith(kinds)
      }, `the ranking ${kinds}`)
    await at.page.keyboard.press('3')
    for (const [earlier, kinds] of [
      ['the register', 'hand register name'],
      ['the file’s name', 'hand name register'],
    ] as const) {
      await at.click(button(`Believe ${earlier} earlier`))
      await at.click(button('Use this mapping'))
      await isRanked(kinds)
    }
    await at.page.waitForSelector('button.main:not(:disabled) ::-p-text(Bring in)')
    await at.click('button ::-p-text(Bring in)')
    await at.says('Report as CSV')
    await at.click(button('Work on their files'))
    await at.click('[aria-label="Work on files"] button.main')
    const told = await at.page.waitForFunction(() => /(\d+) written/.exec(document.body.innerText)?.[1], {
      timeout: 60_000,
    })
    expect(Number(await told.jsonValue())).toBeGreaterThanOrEqual(20)

    const register = async () => (await at.rows('Revision register')).map(([label]) => label!).reverse()
    const before = labelsOnSheet(await downloaded('BR-1060'))
    const labels = await register()
    expect(before).toEqual({ carried: labels, live: labels.slice(-1) })
    await fired('BR-1060', 'revise', 'Revise', 'Drafting')
    await recorded('BR-1060', 'mara.feldhaus')
    await as('jonas.eckhart')
    await fired('BR-1060', 'send-to-check', 'Send to check', 'Checking')
    await as('gregor.ashdown')
    await fired('BR-1060', 'issue', 'Issue', 'Issued', 'Bore enlarged')
    const after = labelsOnSheet(await downloaded('BR-1060'))
    expect(after).toEqual({ carried: labels, live: (await register()).slice(-2) })
    expect(after.live[0]).toBe(labels.at(-1))
    at.noFaults()
  }, 180_000)
})
