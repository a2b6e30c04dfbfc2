import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Browser, Page } from 'puppeteer-core'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { launch, signInOn } from '../support/browser.mjs'
import { demoData, scratchFolder, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>>
let browser: Browser
let page: Page
const faults: string[] = []

beforeAll(async () => {
  server = await startServer(demoData())
  browser = await launch()
})
afterAll(async () => {
  await browser?.close()
  await server?.stop()
})
beforeEach(async () => {
  await page?.close()
  page = await browser.newPage()
  page.setDefaultTimeout(15_000)
  page.on('pageerror', (error) => faults.push(String(error)))
})

const click = (what: string) => page.locator(what).click()
const button = (name: string) => `::-p-aria([name="${name}"][role="button"])`
const labelled = (name: string) => `::-p-aria(${name})`
const says = (text: string) =>
  page.waitForFunction(
    (wanted) => document.body.innerText.replace(/\s+/g, ' ').toLowerCase().includes(wanted.toLowerCase()),
    {},
    text,
  )
const open = async (path: string) => {
  await page.goto(server.url + path)
  await page.waitForSelector('main')
}
async function fillIn(name: string, value: string) {
  const field = await page.waitForSelector(labelled(name))
  await field!.click({ count: 3 })
  await field!.type(value)
}
const choose = async (name: string, value: string) =>
  (await page.waitForSelector(labelled(name)))!.select(value)
/** The columns that a transition's row tells of, as read out. */
const rows = (label: string) =>
  page.$$eval(`[aria-label="${label}"] tbody tr`, (list) =>
    list.map((row) => (row as HTMLElement).innerText.split('\t').map((cell) => cell.trim())),
  )

describe('from a legacy folder to a released document at its right revision', () => {
  it('an administrator signs in, changes a lifecycle, brings an archive in, and revises a drawing from C to D', async () => {
    await signInOn(page, server.url)

    // The lifecycle on one sheet: a rung is drawn by keyboard from Issued to Checking, named, given to somebody, and published.
    await open('/lifecycles/workshop-document')
    const dot = await page.waitForSelector(labelled('Draw a transition from Issued'))
    await dot!.focus()
    await page.keyboard.press('Enter')
    await page.keyboard.press('ArrowLeft')
    await says('Issued → Checking')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[aria-label="Transition Issued to Checking"]')
    await fillIn('Name', 'Recall')
    await page.keyboard.press('Tab')
    await page.waitForSelector('[aria-label="Transition Recall"]')
    await choose('Label', 'minor')
    await says('A becomes A-01')
    await fillIn('Guard', 'mass > 10')
    await says('documents in Issued now')
    await page.keyboard.press('Tab')
    await says('if mass > 10')
    await says('nobody may fire Recall')
    await page.click('[aria-label="Fired by"]')
    await page.locator('.el-select-dropdown__item ::-p-text(Lead)').click()
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.body.innerText.includes('nobody may fire Recall'))
    await click(button('Review and publish'))
    await says('Add transition Issued to Checking')
    await click(button('Publish'))
    await says('Configuration 2 is in force')

    // The archive: what each file will become is on the table before anything is done.
    await open('/intake')
    await page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('input[list=registers]')?.value ===
        'Grip archive register.csv',
    )
    await click(button('Read the archive'))
    await says('133 files')
    await says('10 files held')
    await click('::-p-text(Label not in the scheme)')
    await page.locator('[role=row] ::-p-text(BR-1044)').click()
    await says('uses a letter that “Workshop letters” skips')
    await click(button('take C, the register’s newest'))
    await says('9 files held')
    await page.keyboard.press('3')
    await page.locator('[role=row] ::-p-text(BR-1042_C.dxf)').click()
    await says(
      'Registered in Issued at C, by Take over as issued, with 3 versions and A, B as history from before the vault',
    )
    await says('The next revision will be D')
    await says('Filed by check-in instead, it would start at A')
    await page.locator('button ::-p-text(Bring in)').click()
    await says('Report as CSV')
    await page.keyboard.press('5')
    await says('As predicted')
    expect(
      await page.$$eval('[role=cell]', (cells) => cells.filter((cell) => cell.textContent === '▲ no').length),
    ).toBe(0)

    // In the vault, issued at the revision it already had.
    await open('/vault?text=BR-1042')
    await says('1 documents')
    await click('::-p-aria([name="BR-1042"][role="link"])')
    await says('The next revision will be D')
    expect((await rows('Revision register')).map((row) => row.slice(0, 2))).toEqual([
      ['C', 'adopted'],
      ['B', 'legacy'],
      ['A', 'legacy'],
    ])

    // Revised: C becomes D, not A, and that is said before it is done.
    await page.locator('button ::-p-text(Revise)').click()
    await page.waitForSelector('[aria-label="Revise"]')
    await says('C → D')
    await page.locator('[aria-label="Revise"] button.main').click()
    await says('Revise: BR-1042 stands in Drafting, C → D')
    expect(await page.$eval('[data-role=revision]', (element) => element.textContent)).toBe('D')
    expect((await rows('Revision register'))[0]!.slice(0, 2)).toEqual(['D', 'native'])
    expect(faults).toEqual([])
  })

  it('a file that comes in by check-in with an empty record starts at the first label, and cannot be sent on without its record', async () => {
    await signInOn(page, server.url, 'jonas.eckhart@brackwater.example')
    const folder = scratchFolder('upload')
    const path = join(folder, 'BR-1042-copy_C.dxf')
    writeFileSync(path, '0\nEOF\n')
    await open('/vault')
    await click(button('File a document'))
    await (await page.waitForSelector('input[type=file]'))!.uploadFile(path)
    await choose('Folder', '/Grips')
    await says('at the first label of Workshop letters: A')
    await says('comes in by an intake instead, and keeps it')
    await click(button('File it'))
    await page.waitForSelector('[data-role=revision]')
    expect(await page.$eval('[data-role=revision]', (element) => element.textContent)).toBe('A')
    expect(await rows('Revision register')).toEqual([
      ['A', 'native', expect.any(String), 'Jonas Eckhart', 'Filed', '1'],
    ])

    await page.locator('button ::-p-text(Send to check)').click()
    await says('does not meet the guard material != null && mass > 0')
    expect(
      await page.$eval(
        '[aria-label="Send to check"] button.main',
        (element) => (element as HTMLButtonElement).disabled,
      ),
    ).toBe(true)
    await page.keyboard.press('Escape')
    await page.locator('button ::-p-text(Take over as issued)').click()
    await says('5 reasons against')
    expect(faults).toEqual([])
  })

  it('a drawing is checked out, checked in with a comment, and its old version stays', async () => {
    await signInOn(page, server.url, 'jonas.eckhart@brackwater.example')
    const path = join(scratchFolder('upload'), 'Größer gebohrt.dxf')
    writeFileSync(path, '0\nSECTION\n0\nEOF\n')
    await open('/vault/BR-1042-COPY_C')
    await click(button('Check out'))
    await says('Checked out by you')
    await click(button('Undo check-out'))
    await page.waitForFunction(() => !document.body.innerText.includes('Checked out by'))
    await click(button('Check out'))
    await click(button('Check in …'))
    await (await page.waitForSelector('input[type=file]'))!.uploadFile(path)
    await page.type('textarea[aria-label=Comment]', 'Bore enlarged')
    await page.locator('[aria-label^="Check BR"] button.main').click()
    await page.waitForFunction(() => document.querySelectorAll('[aria-label=Versions] tbody tr').length === 2)
    expect((await rows('Versions')).map((row) => row.slice(0, 4))).toEqual([
      ['2', 'Größer gebohrt.dxf', 'A', 'Bore enlarged'],
      ['1', 'BR-1042-copy_C.dxf', 'A', '–'],
    ])
    expect(faults).toEqual([])
  })
})

describe('name patterns', () => {
  it('are tried on the files while they are typed, and used once they are right', async () => {
    await signInOn(page, server.url)
    await open('/intake')
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('input[list=archives]')?.value === 'Grip archive',
    )
    await click(button('Read the archive'))
    await says('133 files')
    await page.waitForFunction(() => !document.querySelector('[role=progressbar]'))
    await page.keyboard.press('1')
    await says('0 files are read by none')
    await fillIn('Pattern 1', '{nummer}_{revision}.dxf')
    await says('Character 1: there is no part {nummer}')
    await fillIn('Pattern 1', '{number:BR-####}_{revision}.dxf')
    const remove = await page.$$('[aria-label="Remove the pattern"]')
    await remove[1]!.click()
    await says('2 files are read by none')
    await click(button('Use these patterns'))
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('[role=progressbar]'))
    await page.evaluate(() => (document.activeElement as HTMLElement)?.blur())
    await page.keyboard.press('2')
    await says('No number in the name')
    await page.locator('button ::-p-text(No number in the name)').click()
    await says('no pattern reads a number out of BR-1055.dxf')
    expect(faults).toEqual([])
  })
})

describe('the lifecycle sheet', () => {
  it('draws a rung with the mouse, reorders, adds and removes a state, and undoes it all', async () => {
    await signInOn(page, server.url)
    await open('/lifecycles/note')
    const from = await (await page.waitForSelector(labelled('Draw a transition from Issued')))!.boundingBox()
    const to = await (await page.$(labelled('Draw a transition from Drafting')))!.boundingBox()
    await page.mouse.move(from!.x + 9, from!.y + 9)
    await page.mouse.down()
    await page.mouse.move(to!.x + 9, to!.y + 9, { steps: 5 })
    await page.mouse.up()
    await page.waitForSelector('[aria-label="Transition Issued to Drafting"]')
    await click(button('+ add state'))
    await page.type('[aria-label="Name of the new state"]', 'Withdrawn')
    await page.keyboard.press('Enter')
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.head')].some((head) => head.textContent?.includes('Withdrawn')),
    )
    const heads = () =>
      page.$$eval('.head b', (list) => list.map((head) => head.textContent!.replace('▲', '').trim()))
    expect(await heads()).toEqual(['Drafting', 'Issued', 'Withdrawn'])
    const withdrawn = (await page.$$('.head'))[2]!
    await withdrawn.focus()
    await page.keyboard.down('Alt')
    await page.keyboard.press('ArrowLeft')
    await page.keyboard.up('Alt')
    await page.waitForFunction(() =>
      document.querySelectorAll('.head b')[1]?.textContent?.includes('Withdrawn'),
    )
    await (await page.$$('.head'))[1]!.click()
    await click(button('Remove this state'))
    await page.waitForFunction(() => document.querySelectorAll('.head').length === 2)
    await page.evaluate(() => (document.activeElement as HTMLElement)?.blur())
    for (let edits = 4; edits > 0; edits--) {
      await page.waitForFunction(
        (count) => document.querySelector('[data-role=draft]')?.textContent?.includes(`${count} edit`),
        {},
        edits,
      )
      await page.keyboard.down('Control')
      await page.keyboard.press('z')
      await page.keyboard.up('Control')
    }
    await page.waitForFunction(() => !document.querySelector('[data-role=draft]'))
    expect(await heads()).toEqual(['Drafting', 'Issued'])
    await page.keyboard.down('Control')
    await page.keyboard.press('y')
    await page.keyboard.up('Control')
    await page.waitForFunction(() =>
      document.querySelector('[data-role=draft]')?.textContent?.includes('1 edit'),
    )
    expect(faults).toEqual([])
  })
})

describe('everywhere', () => {
  it('Ctrl+K goes to a document, ? lists the shortcuts, and wrong addresses say so', async () => {
    await signInOn(page, server.url)
    await page.keyboard.down('Control')
    await page.keyboard.press('k')
    await page.keyboard.up('Control')
    await page.waitForSelector('[aria-label="What to find"]')
    await page.keyboard.type('BR-2007')
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[role=option]')].some((option) =>
        option.textContent?.includes('BR-2007'),
      ),
    )
    await page.keyboard.press('Enter')
    await says('BR-2007')
    await page.waitForFunction(() => location.pathname === '/vault/BR-2007')
    await page.keyboard.press('?')
    await says('these shortcuts')
    await open('/vault/BR-0000')
    await says('there is no document BR-0000')
    await open('/intake')
    await fillIn('Archive', '../elsewhere')
    await click(button('Read the archive'))
    await says('lies outside the archive share')
    expect(faults).toEqual([])
  })
  it('a wrong password is answered in the page', async () => {
    await page.deleteCookie(...(await page.cookies(server.url)))
    await open('/sign-in')
    await page.waitForSelector('input[name=mail]')
    await page.type('input[name=mail]', 'kaya.rowntree@brackwater.example')
    await page.type('input[name=password]', 'guess')
    await page.keyboard.press('Enter')
    await says('this mail address and password do not belong together')
  })
})
