import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { signInOn } from '../support/browser.mjs'
import { button, labelled, link, usePage } from '../support/driver'
import { scratchFolder } from '../support/server.mjs'

const at = usePage()
const { choose, click, fillIn, noFaults, open, rows, says } = at

describe('from a legacy folder to a released document at its right revision', () => {
  it('an administrator signs in, changes a lifecycle, brings an archive in, and revises a drawing from C to D', async () => {
    await signInOn(at.page, at.url)

    // The lifecycle on one sheet: a rung is drawn by keyboard from Issued to Checking, named, given to
    // somebody, and published.
    await open('/lifecycles/workshop-document')
    const dot = await at.page.waitForSelector(labelled('Draw a transition from Issued'))
    await dot!.focus()
    await at.page.keyboard.press('Enter')
    await at.page.keyboard.press('ArrowLeft')
    await says('Issued → Checking')
    await at.page.keyboard.press('Enter')
    await at.page.waitForSelector('[aria-label="Transition Issued to Checking"]')
    await fillIn('Name', 'Recall')
    await at.page.keyboard.press('Tab')
    await at.page.waitForSelector('[aria-label="Transition Recall"]')
    await choose('Label', 'minor')
    await says('A becomes A-01')
    await fillIn('Guard', 'mass > 10')
    await says('documents in Issued now')
    await at.page.keyboard.press('Tab')
    await says('if Mass is more than 10')
    await says('nobody may fire Recall')
    await at.page.click('[aria-label="Fired by"]')
    await at.page.locator('.el-select-dropdown__item ::-p-text(Lead)').click()
    await at.page.keyboard.press('Escape')
    await at.page.waitForFunction(() => !document.body.innerText.includes('nobody may fire Recall'))
    await click(button('Review and publish'))
    await says('Add transition Issued to Checking')
    await click(button('Publish'))
    await says('Configuration 2 is in force')

    // The archive: what each file will become is on the table before anything is done.
    await open('/intake')
    await at.page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('input[list=registers]')?.value ===
        'Grip archive register.csv',
    )
    await click(button('Read the archive'))
    await says('133 files')
    await says('13 files held')
    // What would go by in silence is listed, and can be settled for all at once.
    await says('BR-1056 has no file in the archive')
    await click(button('leave out every line without a file'))
    await at.page.waitForFunction(() => !document.body.innerText.includes('BR-1056 has no file'))
    await click('::-p-text(Same content twice)')
    await at.page.locator('[role=row] ::-p-text(BR-1051)').click()
    await says('BR-1051 at A has the content of BR-1050 at A')
    await click('::-p-text(Sources disagree)')
    await at.page.locator('[role=row] ::-p-text(BR-1054)').click()
    await says('the sources disagree on the title')
    await click(button('the register is right about every title'))
    await says('12 files held')
    await click('::-p-text(Label not in the scheme)')
    await at.page.locator('[role=row] ::-p-text(BR-1044)').click()
    await says('uses a letter that “Workshop letters” skips')
    await click(button('take C, the register’s newest'))
    await says('11 files held')
    await at.page.keyboard.press('3')
    await at.page.locator('[role=row] ::-p-text(BR-1042_C.dxf)').click()
    await says(
      'Registered in Issued at C, by Take over as issued, with 3 versions and A, B as history from before the vault',
    )
    await says('The next revision will be D')
    await says('Filed by check-in instead, it would start at A')
    await at.page.locator('button ::-p-text(Bring in)').click()
    await says('Report as CSV')
    await at.page.keyboard.press('5')
    await says('As predicted')
    expect(
      await at.page.$$eval(
        '[role=cell]',
        (cells) => cells.filter((cell) => cell.textContent === '▲ no').length,
      ),
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
    await at.page.locator('button ::-p-text(Revise)').click()
    await at.page.waitForSelector('[aria-label="Revise"]')
    await says('C → D')
    await at.page.locator('[aria-label="Revise"] button.main').click()
    await says('Revise: BR-1042 stands in Drafting, C → D')
    expect(await at.page.$eval('[data-role=revision]', (element) => element.textContent)).toBe('D')
    expect((await rows('Revision register'))[0]!.slice(0, 2)).toEqual(['D', 'native'])
    noFaults()
  })

  it('a file that comes in by check-in with an empty record starts at the first label, and cannot be sent on without its record', async () => {
    await signInOn(at.page, at.url, 'jonas.eckhart@brackwater.example')
    const folder = scratchFolder('upload')
    const path = join(folder, 'BR-1042-copy_C.dxf')
    writeFileSync(path, '0\nEOF\n')
    await open('/vault')
    await click(button('File a document'))
    await (await at.page.waitForSelector('input[type=file]'))!.uploadFile(path)
    await choose('Folder', '/Grips')
    await says('at the first label of Workshop letters: A')
    await says('comes in by an intake instead, and keeps it')
    await click(button('File it'))
    await at.page.waitForSelector('[data-role=revision]')
    expect(await at.page.$eval('[data-role=revision]', (element) => element.textContent)).toBe('A')
    expect(await rows('Revision register')).toEqual([
      ['A', 'native', expect.any(String), 'Jonas Eckhart', 'Filed', '1', 'correct'],
    ])

    await at.page.locator('button ::-p-text(Send to check)').click()
    await says('does not meet the guard material != null && mass > 0')
    expect(
      await at.page.$eval(
        '[aria-label="Send to check"] button.main',
        (element) => (element as HTMLButtonElement).disabled,
      ),
    ).toBe(true)
    await at.page.keyboard.press('Escape')
    await at.page.locator('button ::-p-text(Take over as issued)').click()
    await says('5 reasons against')
    noFaults()
  })

  it('a drawing is checked out, checked in with a comment, and its old version stays', async () => {
    await signInOn(at.page, at.url, 'jonas.eckhart@brackwater.example')
    const path = join(scratchFolder('upload'), 'Größer gebohrt.dxf')
    writeFileSync(path, '0\nSECTION\n0\nEOF\n')
    await open('/vault/BR-1042-COPY_C')
    await click(button('Check out'))
    await says('Checked out by you')
    await click(button('Undo check-out'))
    await at.page.waitForFunction(() => !document.body.innerText.includes('Checked out by'))
    await click(button('Check out'))
    await click(button('Check in …'))
    await (await at.page.waitForSelector('input[type=file]'))!.uploadFile(path)
    await at.page.type('textarea[aria-label=Comment]', 'Bore enlarged')
    await at.page.locator('[aria-label^="Check BR"] button.main').click()
    await at.page.waitForFunction(
      () => document.querySelectorAll('[aria-label=Versions] tbody tr').length === 2,
    )
    expect((await rows('Versions')).map((row) => row.slice(0, 4))).toEqual([
      ['2', 'Größer gebohrt.dxf', 'A', 'Bore enlarged'],
      ['1', 'BR-1042-copy_C.dxf', 'A', '–'],
    ])
    noFaults()
  })
})

/** Signs in and has an archive read. */
async function readGripArchive() {
  await signInOn(at.page, at.url)
  await open('/intake')
  await at.page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('input[list=archives]')?.value === 'Grip archive',
  )
  await click(button('Read the archive'))
  await says('133 files')
  await at.page.waitForFunction(() => !document.querySelector('[role=progressbar]'))
}

describe('name patterns', () => {
  it('are tried on the files while they are typed, and used once they are right', async () => {
    await readGripArchive()
    await at.page.keyboard.press('1')
    await says('0 files are read by none')
    await fillIn('Pattern 1', '{nummer}_{revision}.dxf')
    await says('Character 1: there is no part {nummer}')
    await fillIn('Pattern 1', '{number:BR-####}_{revision}.dxf')
    const remove = await at.page.$$('[aria-label="Remove the pattern"]')
    await remove[1]!.click()
    await says('2 files are read by none')
    await click(button('Use these patterns'))
    await at.page.keyboard.press('Escape')
    await at.page.waitForFunction(() => !document.querySelector('[role=progressbar]'))
    await at.page.evaluate(() => (document.activeElement as HTMLElement)?.blur())
    await at.page.keyboard.press('2')
    // What no pattern reads finds its number, and its label, on its own sheet.
    await says('Map 87 documents')
    await at.page.keyboard.press('3')
    await fillIn('Filter by number or file', 'BR-1056')
    await says('Übersicht Klemmen.dxf')
    await says('1 ready')
    noFaults()
  })

  it('two keys pressed at once lead to where the second one says, on a slow machine too', async () => {
    await readGripArchive()
    await at.page.evaluate(() => (document.activeElement as HTMLElement)?.blur())
    await at.page.emulateCPUThrottling(8)
    for (const [first, second, step] of [
      ['1', '2', 'reconcile'],
      ['2', '3', 'map'],
      ['3', '1', 'read'],
      ['2', '3', 'map'],
    ] as const) {
      await at.page.keyboard.press(first)
      await at.page.keyboard.press(second)
      await at.page.waitForFunction(
        (step) => document.querySelector('[aria-current=step] b')?.textContent === step,
        {},
        step,
      )
    }
    noFaults()
  })
})

describe('the lifecycle sheet', () => {
  it('draws a rung with the mouse, reorders, adds and removes a state, and undoes it all', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles/note')
    const from = await (await at.page.waitForSelector(
      labelled('Draw a transition from Issued'),
    ))!.boundingBox()
    const to = await (await at.page.$(labelled('Draw a transition from Drafting')))!.boundingBox()
    await at.page.mouse.move(from!.x + 9, from!.y + 9)
    await at.page.mouse.down()
    await at.page.mouse.move(to!.x + 9, to!.y + 9, { steps: 5 })
    await at.page.mouse.up()
    await at.page.waitForSelector('[aria-label="Transition Issued to Drafting"]')
    await click(button('+ add state'))
    await at.page.type('[aria-label="Name of the new state"]', 'Withdrawn')
    await at.page.keyboard.press('Enter')
    await at.page.waitForFunction(() =>
      [...document.querySelectorAll('.head')].some((head) => head.textContent?.includes('Withdrawn')),
    )
    const heads = () =>
      at.page.$$eval('.head b', (list) => list.map((head) => head.textContent!.replace('▲', '').trim()))
    expect(await heads()).toEqual(['Drafting', 'Issued', 'Withdrawn'])
    const withdrawn = (await at.page.$$('.head'))[2]!
    await withdrawn.focus()
    await at.page.keyboard.down('Alt')
    await at.page.keyboard.press('ArrowLeft')
    await at.page.keyboard.up('Alt')
    await at.page.waitForFunction(() =>
      document.querySelectorAll('.head b')[1]?.textContent?.includes('Withdrawn'),
    )
    await (await at.page.$$('.head'))[1]!.click()
    await click(button('Remove this state'))
    await at.page.waitForFunction(() => document.querySelectorAll('.head').length === 2)
    await at.page.evaluate(() => (document.activeElement as HTMLElement)?.blur())
    for (let edits = 4; edits > 0; edits--) {
      await at.page.waitForFunction(
        (count) => document.querySelector('[data-role=draft]')?.textContent?.includes(`${count} edit`),
        {},
        edits,
      )
      await at.page.keyboard.down('Control')
      await at.page.keyboard.press('z')
      await at.page.keyboard.up('Control')
    }
    await at.page.waitForFunction(() => !document.querySelector('[data-role=draft]'))
    expect(await heads()).toEqual(['Drafting', 'Issued'])
    await at.page.keyboard.down('Control')
    await at.page.keyboard.press('y')
    await at.page.keyboard.up('Control')
    await at.page.waitForFunction(() =>
      document.querySelector('[data-role=draft]')?.textContent?.includes('1 edit'),
    )
    noFaults()
  })
})

describe('everywhere', () => {
  it('Ctrl+K goes to a document, ? lists the shortcuts, and wrong addresses say so', async () => {
    await signInOn(at.page, at.url)
    await at.page.keyboard.down('Control')
    await at.page.keyboard.press('k')
    await at.page.keyboard.up('Control')
    await at.page.waitForSelector('[aria-label="What to find"]')
    await at.page.keyboard.type('BR-2007')
    await at.page.waitForFunction(() =>
      [...document.querySelectorAll('[role=option]')].some((option) =>
        option.textContent?.includes('BR-2007'),
      ),
    )
    await at.page.keyboard.press('Enter')
    await says('BR-2007')
    await at.page.waitForFunction(() => location.pathname === '/vault/BR-2007')
    await at.page.keyboard.press('?')
    await says('these shortcuts')
    await open('/vault/BR-0000')
    await says('there is no document BR-0000')
    await open('/intake')
    await fillIn('Archive', '../elsewhere')
    await click(button('Read the archive'))
    await says('lies outside the archive share')
    noFaults()
  })
  it('another page begins at its top, however far the one before was scrolled', async () => {
    const scrolled = () => at.page.$eval('main', ({ scrollTop }) => scrollTop)
    await signInOn(at.page, at.url)
    await at.page.setViewport({ width: 1280, height: 400 })
    await open('/lifecycles/workshop-document')
    await at.page.waitForSelector(labelled('Add somebody to the access rows'))
    await at.page.$eval('main', (main) => main.scrollTo({ top: 100 }))
    expect(await scrolled()).toBe(100)
    await click(link('Overview'))
    await at.page.waitForFunction(
      () => location.pathname === '/' && document.querySelector('h1')?.innerText === 'Overview',
    )
    expect(await at.page.$eval('main', (main) => main.scrollHeight - main.clientHeight)).toBeGreaterThan(100)
    await at.page.waitForFunction(() => document.querySelector('main')!.scrollTop === 0)
    noFaults()
  })

  it('a wrong password is answered in the page', async () => {
    await at.page.deleteCookie(...(await at.page.cookies(at.url)))
    await open('/sign-in')
    await at.page.waitForSelector('input[name=mail]')
    await at.page.type('input[name=mail]', 'kaya.rowntree@brackwater.example')
    await at.page.type('input[name=password]', 'guess')
    await at.page.keyboard.press('Enter')
    await says('this mail address and password do not belong together')
  })

  it('a drawing shows its sheet, and a document of another kind shows none', async () => {
    await signInOn(at.page, at.url)
    await open('/vault/BR-2024')
    await at.page.waitForSelector('[aria-label^="BR-2024.dxf, version 2"] svg path')
    await open('/vault/BR-HS-ARC-001')
    await says('Versions')
    expect(await at.page.$('.paper svg')).toBeNull()
  })
})
