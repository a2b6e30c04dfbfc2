import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { XMLValidator } from 'fast-xml-parser'
import type { ElementHandle } from 'puppeteer-core'
import { describe, expect, it } from 'vitest'
import { signInOn } from '../support/browser.mjs'
import { button, labelled, link, usePage } from '../support/driver'
import { eventually, scratchFolder } from '../support/server.mjs'

const at = usePage()
const { chord, choose, click, fillIn, noFaults, open, press, says, tabTo } = at

const rungs = () =>
  at.page.$$eval('.rung > button', (list) =>
    list.map((row) => (row as HTMLElement).innerText.replace('▲', '').trim()),
  )
const heads = () =>
  at.page.$$eval('.heads .head b', (list) =>
    list.map((head) => (head as HTMLElement).innerText.replace('▲', '').trim()),
  )
const waitForRung = (name: string) =>
  at.page.waitForSelector(`.rung ::-p-aria([name="${name}"][role="button"])`)
/** Leaves whatever field has the focus, so that shortcuts are heard. */
const leave = () => at.page.evaluate(() => (document.activeElement as HTMLElement)?.blur())
const editsInDraft = async () => {
  const { draft } = await at.page.evaluate(async () => (await fetch('/api/configuration')).json())
  return draft?.cursor ?? 0
}
/** Opens the draft and takes back what other tests may have left in it. */
async function emptyDraft() {
  await open('/publish')
  if (await editsInDraft()) await click(button('Take the draft back'))
  await says('Nothing yet')
}
async function newLifecycle(name: string, start?: string) {
  await open('/lifecycles')
  await fillIn('Name of the new lifecycle', name)
  if (start) await choose('What it starts from', start)
  await click(button('Add it'))
  await at.page.waitForSelector(`::-p-aria([name="Lifecycle ${name}"][role="group"])`)
}
async function middleOf(selector: string) {
  const box = (await (await at.page.waitForSelector(selector))!.boundingBox())!
  return [box.x + box.width / 2, box.y + box.height / 2] as const
}
async function drawByMouse(from: string, to: string) {
  const middle = (state: string) => middleOf(`::-p-aria(Draw a transition from ${state})`)
  await at.page.$eval('.canvas', (canvas) => canvas.scrollIntoView({ block: 'center' }))
  await at.page.mouse.move(...(await middle(from)))
  await at.page.mouse.down()
  await at.page.mouse.move(...(await middle(to)), { steps: 4 })
  await at.page.mouse.up()
}

async function dragHead(state: string, onto: string) {
  const [from, to] = [await middleOf(`.head::-p-text(${state})`), await middleOf(`.head::-p-text(${onto})`)]
  await at.page.mouse.move(...from)
  await at.page.mouse.down()
  await at.page.mouse.move(...to, { steps: 6 })
  await at.page.mouse.up()
}

const states = ['Drafting', 'Checking', 'Approving', 'Issued', 'Superseded']

describe('a lifecycle of five states from nothing', () => {
  it('is built with the keyboard alone', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles')
    await tabTo('Name of the new lifecycle')
    await at.page.keyboard.type('Tender')
    await press('Enter')
    await says('No state yet. Add the first one')
    await tabTo('+ add state')
    await press('Enter')
    for (const [index, state] of states.entries()) {
      await at.page.keyboard.type(state)
      await press('Enter')
      await at.page.waitForFunction(
        (count) => document.querySelectorAll('.heads .head').length === count,
        {},
        index + 1,
      )
    }
    await press('Escape')
    expect(await heads()).toEqual(states)
    for (const [state, phase] of [
      ['Checking', 'r'],
      ['Approving', 'r'],
      ['Issued', 'i'],
      ['Superseded', 'ret'],
    ] as const) {
      await tabTo(`${state}, working`)
      await press('Enter')
      await at.page.waitForSelector(`::-p-aria(State ${state})`)
      await tabTo('Phase')
      await at.page.keyboard.type(phase)
      await at.page.waitForFunction(
        (name) =>
          [...document.querySelectorAll('.head:is(.review, .issued, .retired)')].some((head) =>
            (head as HTMLElement).innerText.includes(name),
          ),
        {},
        state,
      )
      await press('Escape')
    }
    for (const [index, state] of states.slice(0, 4).entries()) {
      await tabTo(`Draw a transition from ${state}`)
      await press('Enter', 'ArrowRight', 'Enter')
      await at.page.waitForFunction(
        (count) => document.querySelectorAll('.rung').length === count,
        {},
        index + 1,
      )
      await at.page.waitForFunction(() => (document.activeElement as HTMLElement)?.id === 'transition-name')
      await at.page.keyboard.type(`To ${states[index + 1]}`)
      await press('Tab')
      await waitForRung(`To ${states[index + 1]}`)
      await tabTo('Fired by')
      await at.page.keyboard.type('Lead')
      await press('ArrowDown', 'Enter')
      await at.page.waitForFunction(
        (row) => (document.querySelectorAll('.rung')[row] as HTMLElement).innerText.includes('Lead'),
        {},
        index,
      )
      await press('Escape', 'Escape')
      await at.page.waitForFunction(() => !document.querySelector('.tray'))
    }
    expect(await rungs()).toEqual(states.slice(1).map((state) => `To ${state}`))
    await chord('Alt', 'ArrowUp')
    noFaults()
  })

  it('is built with the mouse, and its columns are dragged', async () => {
    await signInOn(at.page, at.url)
    await newLifecycle('Enquiry')
    await click(button('+ add state'))
    for (const state of states)
      await fillIn('Name of the new state', state, 'Enter').then(() =>
        at.page.waitForSelector(`.head::-p-text(${state})`),
      )
    await click('.head::-p-text(Issued)')
    await choose('Phase', 'issued')
    await at.page.waitForSelector('.head.issued')
    await drawByMouse('Drafting', 'Checking')
    await waitForRung('Drafting to Checking')
    await drawByMouse('Checking', 'Issued')
    await waitForRung('Checking to Issued')
    await drawByMouse('Issued', 'Superseded')
    await waitForRung('Issued to Superseded')
    await dragHead('Approving', 'Superseded')
    await at.page.waitForFunction(() =>
      (document.querySelectorAll('.heads .head')[4] as HTMLElement).innerText.includes('Approving'),
    )
    expect(await heads()).toEqual(['Drafting', 'Checking', 'Issued', 'Superseded', 'Approving'])
    noFaults()
  })
})

describe('unattended transitions', () => {
  it('that overlap are reported with a witness, put right, and published', async () => {
    await signInOn(at.page, at.url)
    await emptyDraft()
    await newLifecycle('Bought part', 'pattern:draft-check-issue')
    for (const [name, to, guard, inWords] of [
      ['Heavy', 'Issued', 'mass > 5', 'Mass is more than 5'],
      ['Light', 'Drafting', 'mass < 8', 'Mass is less than 8'],
    ] as const) {
      await drawByMouse('Checking', to)
      await at.page.waitForSelector(`.tray[aria-label="Transition Checking to ${to}"]`)
      await fillIn('Name', name, 'Tab')
      await waitForRung(name)
      await choose('Fired', 'unattended')
      await fillIn('Guard', guard, 'Tab')
      await says(`if ${inWords}`)
    }
    await click(link('Guard as rows, and what it leads to'))
    await at.page.waitForSelector('[aria-label="Unattended out of Checking"] tbody tr')
    await says('Heavy and Light')
    const pairs = await at.rows('Unattended out of Checking')
    expect(pairs[0]![1]).toMatch(/^▲ Mass [67](\.\d+)? kg|Mass 5\.\d+ kg/)
    await open('/publish')
    await says('Heavy and Light both hold for some records in Checking: neither would fire')
    expect(
      await (await at.page.waitForSelector(button('Publish')))!.evaluate(
        (element) => (element as HTMLButtonElement).disabled,
      ),
    ).toBe(true)
    await open('/lifecycles/bought-part?transition=checking-to-drafting&part=guard')
    await choose('How row 1 compares', '<=')
    await fillIn('Value of row 1', '5', 'Tab')
    await at.page.waitForFunction(() => document.querySelector('.cm-content')?.textContent === 'mass <= 5')
    expect((await at.rows('Unattended out of Checking'))[0]![1]).toBe('no record')
    await says('Mass empty')
    await click(button('Add a row'))
    await choose('What row 2 asks', 'mass')
    await choose('How row 2 compares', 'empty')
    await choose('How the rows go together', 'any')
    await at.page.waitForFunction(
      () => document.querySelector('.cm-content')?.textContent === 'mass <= 5 || mass == null',
    )
    await at.page.waitForFunction(() =>
      [...document.querySelectorAll('[aria-label="Unattended out of Checking"] tbody tr')].every((row) =>
        (row as HTMLElement).innerText.includes('no record'),
      ),
    )
    await open('/publish')
    await says('Bought part: is new, with 4 states and 7 transitions')
    await at.page.waitForFunction(() => !document.body.innerText.includes('neither would fire'))
    await click(button('Publish'))
    await says('Configuration 2 is in force')
    noFaults()
  })

  it('in a circle are told with the way, numbered on the sheet', async () => {
    await signInOn(at.page, at.url)
    await newLifecycle('Round', 'pattern:draft-check-issue')
    for (const [from, to] of [
      ['Drafting', 'Checking'],
      ['Checking', 'Drafting'],
    ] as const) {
      await drawByMouse(from, to)
      await waitForRung(`${from} to ${to}`)
      await choose('Fired', 'unattended')
      await says('by itself')
    }
    await open('/publish')
    await says('Unattended transitions run in a circle: Drafting → Checking → Drafting')
    await at.page.$$eval('.finding', (list) =>
      (
        list
          .find((line) => (line as HTMLElement).innerText.includes('circle'))!
          .querySelector('a') as HTMLElement
      ).click(),
    )
    await says('The way is numbered on the sheet')
    expect(
      await at.page.$$eval('.stop', (list) => list.map((stop) => (stop as HTMLElement).innerText)),
    ).toEqual(['1, 3', '2', '1', '2'])
    noFaults()
  })
})

describe('a draft', () => {
  it('loses ten edits by undo and has them back by redo', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles/station-container')
    const before = await editsInDraft()
    const original = await heads()
    for (let n = 1; n <= 10; n++) await chooseContent(n % 2 ? 'closed' : 'open')
    expect(await editsInDraft()).toBe(before + 10)
    await leave()
    for (let n = 0; n < 10; n++) await chord('Control', 'z')
    await at.page.waitForFunction(
      async (wanted) => ((await (await fetch('/api/configuration')).json()).draft?.cursor ?? 0) === wanted,
      {},
      before,
    )
    await at.page.waitForFunction(
      () =>
        (document.querySelector('[aria-label="Content in Work in progress"]') as HTMLSelectElement).value ===
        'open',
    )
    for (let n = 0; n < 10; n++) await chord('Control', 'y')
    await at.page.waitForFunction(
      async (wanted) => (await (await fetch('/api/configuration')).json()).draft.cursor === wanted,
      {},
      before + 10,
    )
    expect(await heads()).toEqual(original)
    noFaults()
  })
  async function chooseContent(value: string) {
    const done = at.page.waitForResponse((response) => response.url().endsWith('/api/draft/edits'))
    await choose('Content in Work in progress', value)
    await done
  }

  it('that a second administrator has changed is shown as it is, and nothing is overwritten', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles/note?state=drafting')
    await at.page.waitForSelector(labelled('Guidance'))
    const second = await at.page.browser().newPage()
    await second.goto(`${at.url}/lifecycles/note`)
    await (await second.waitForSelector(labelled('Content in Issued')))!.select('open')
    await second.waitForFunction(
      async () =>
        (await (await fetch('/api/configuration')).json()).draft.edits.at(-1).words ===
        'Issued: content open',
    )
    await at.page.bringToFront()
    await fillIn('Guidance', 'Write it plainly', 'Tab')
    await says('the draft has changed meanwhile: Mara Feldhaus made “Issued: content open”')
    await at.page.waitForFunction(
      () => document.querySelector<HTMLSelectElement>('[aria-label="Content in Issued"]')?.value === 'open',
    )
    await fillIn('Guidance', 'Write it plainly', 'Tab')
    await at.page.waitForFunction(
      async () =>
        (await (await fetch('/api/configuration')).json()).draft.edits.at(-1).words ===
        'Drafting: guidance changed',
    )
    await second.close()
  })

  it('taken out as a file and brought in again is no different; another file is refused with its reason', async () => {
    await signInOn(at.page, at.url)
    await emptyDraft()
    const folder = await downloads()
    await click(link('take the draft out as a file'))
    const file = await downloaded(folder, '.json')
    const bring = async (path: string) =>
      ((await at.page.$('input[type=file]')) as ElementHandle<HTMLInputElement>).uploadFile(path)
    await bring(file)
    await says('is in the draft; undo takes it out again')
    await says('No difference: the edits take each other back')
    await bring(join(process.cwd(), 'package.json'))
    await says('package.json')
    await says('format')
    noFaults()
  })

  it('shows what it changes before and after on the same columns', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles/workshop-document?transition=issue')
    await choose('Label', 'major')
    await says('major')
    await open('/lifecycles/workshop-document?state=superseded')
    await click(button('Remove this state'))
    await at.page.waitForFunction(() => !document.querySelector('[aria-label="State Superseded"]'))
    await open('/publish')
    await says('Issue steps major, was settle')
    const sheet = await at.textOf('[aria-label="Workshop document, before and after"]')
    expect(sheet).toMatch(
      /Drafting Checking Issued Superseded .*Issue steps major, was settle.*Supersede is gone/,
    )
    await click(button('Take the draft back'))
    noFaults()
  })
})

/** An empty folder into which the page's downloads go from now on. */
async function downloads(): Promise<string> {
  const downloadPath = scratchFolder('downloads')
  await (
    await at.page.createCDPSession()
  ).send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath })
  return downloadPath
}

/** The file of a kind that comes into a folder, once it is whole. */
async function downloaded(folder: string, extension: string): Promise<string> {
  const name = await eventually(
    () => readdirSync(folder).find((entry) => entry.endsWith(extension)),
    `a file ${extension}`,
  )
  return join(folder, name)
}

describe('the sheet', () => {
  it('answers what somebody may do, sorts its rows, and offers rights of no use for removal', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles/workshop-document')
    await choose('Whose transitions are shown', 'role:checker')
    await at.page.waitForFunction(() => document.querySelectorAll('.rung').length === 2)
    expect(await rungs()).toEqual(['Return', 'Issue'])
    await choose('Whose transitions are shown', '')
    await choose('Order of the rows', 'name')
    await at.page.waitForFunction(
      () => (document.querySelector('.rung > button') as HTMLElement).innerText.trim() === 'Issue',
    )
    expect(await rungs()).toEqual([...(await rungs())].sort((a, b) => a.localeCompare(b)))
    await click('summary ::-p-text(granted where nothing can be done)').catch(() => click('summary'))
    await click(button('Remove move in Superseded'))
    await says('3 rights are granted where nothing can be done with them')
    await click(button('a row for each right'))
    await says('used by 8 transitions')
    noFaults()
  })

  it('takes states with their transitions to another lifecycle', async () => {
    await signInOn(at.page, at.url)
    await newLifecycle('Sketch')
    await open('/lifecycles/station-container?state=shared')
    await click(button('Copy this state'))
    await at.page.keyboard.down('Shift')
    await click('.head::-p-text(Work in progress)')
    await click('.head::-p-text(Shared)')
    await at.page.keyboard.up('Shift')
    await click(button('Copy Work in progress, Shared'))
    await at.page.evaluate(() => window.getSelection()?.removeAllRanges())
    await click(link('Lifecycles'))
    await click(link('Sketch'))
    await at.page.waitForSelector('::-p-aria([name="Lifecycle Sketch"][role="group"])')
    await leave()
    await chord('Control', 'v')
    await waitForRung('Share')
    expect(await heads()).toEqual(['Work in progress', 'Shared'])
    expect(await rungs()).toEqual(['Share', 'Rework'])
    noFaults()
  })

  it('marks a broken guard where it is broken, and keeps the words', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles/workshop-document?transition=issue&part=guard')
    await at.page.waitForSelector('.cm-content')
    await click('.cm-content')
    await at.page.keyboard.type('masss > 5')
    await says('there is no attribute or fact “masss”; did you mean mass?')
    await says('The text cannot be read yet, so there are no rows of it')
    await at.page.waitForSelector('.cm-lintRange-error')
    await click(link('back to Issue'))
    await says('The guard of Issue cannot be read at character 1')
    noFaults()
  })
})

describe('a guard as text', () => {
  it('is completed by attributes, and by the values of the one it compares', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles/workshop-document?transition=return&part=guard')
    await at.page.waitForSelector('.cm-content')
    await click('.cm-content')
    await at.page.keyboard.type('fin')
    await at.page.waitForSelector('.cm-tooltip-autocomplete ::-p-text(finish)')
    await new Promise((done) => setTimeout(done, 200))
    await press('Enter')
    await at.page.keyboard.type(' == "')
    await at.page.waitForSelector('.cm-tooltip-autocomplete ::-p-text(zinc)')
    expect(
      await at.page.$$eval('.cm-tooltip-autocomplete li', (list) =>
        list.map((entry) => (entry as HTMLElement).innerText.trim()),
      ),
    ).toEqual(['paint', 'raw', 'zinc'])
    await new Promise((done) => setTimeout(done, 200))
    await press('Enter')
    await at.page.waitForFunction(
      () => document.querySelector('.cm-content')?.textContent === 'finish == "paint"',
    )
    expect(
      await at.page.$eval('[aria-label="Value of row 1"]', (field) => (field as HTMLSelectElement).value),
    ).toBe('=paint')
    await chord('Control', 'Enter')
    await at.page.waitForFunction(
      async () =>
        (await (await fetch('/api/configuration')).json()).draft.edits.at(-1).words ===
        'Return: guard changed',
    )
    noFaults()
  })
})

describe('the map', () => {
  it('shares its selection with the sheet and is saved as SVG, PNG and PDF', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles/workshop-document?view=map')
    await click('::-p-aria(State Checking)')
    await at.page.waitForSelector('.tray[aria-label="State Checking"]')
    await click(button('sheet'))
    await at.page.waitForSelector('.head.selected ::-p-text(Checking)')
    await waitForRung('Revise').then((rung) => rung!.click())
    await click(button('map'))
    await at.page.waitForSelector('.transition.selected ::-p-text(Revise)')
    const folder = await downloads()
    const saved: Record<string, Buffer> = {}
    for (const kind of ['svg', 'png', 'pdf']) {
      await click(button(kind.toUpperCase()))
      saved[kind] = readFileSync(await downloaded(folder, `workshop-document.${kind}`))
    }
    expect(XMLValidator.validate(saved.svg!.toString())).toBe(true)
    expect(saved.png!.subarray(1, 4).toString()).toBe('PNG')
    expect(saved.pdf!.subarray(0, 5).toString()).toBe('%PDF-')
    noFaults()
  })
})
