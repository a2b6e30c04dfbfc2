import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { areasFor } from '../../app/areas'
import { signInOn } from '../support/browser.mjs'
import { button, labelled, link, usePage } from '../support/driver'
import { drawing } from '../support/files'
import { eventually, scratchFolder } from '../support/server.mjs'

const ui = usePage(() => scratchFolder('new'))
const password = 'ropes-and-grips'
const mailOf = (name: string) => `${name.toLowerCase().replace(' ', '.')}@brackwater.example`
const team = { 'Bo Rasmussen': 'Author', 'Carla Winslow': 'Checker', 'Dag Vinter': 'Document control' }

/** The link in the newest letter to somebody, from the mail server that stands in for a real one. */
async function linkTo(name: string): Promise<string> {
  const folder = join(ui.data, 'mail')
  const found = () => {
    const letters = existsSync(folder) ? readdirSync(folder).sort() : []
    const letter = letters.filter((file) => file.endsWith(`${mailOf(name)}.eml`)).at(-1)
    if (!letter) return undefined
    const text = readFileSync(join(folder, letter), 'utf8')
      .replace(/=\r?\n/g, '')
      .replaceAll('=3D', '=')
    return /http\S+link=[\w-]+/.exec(text)?.[0]
  }
  return String(await eventually(found, `the letter to ${name}`))
}
async function as(name: string) {
  await ui.page.deleteCookie(...(await ui.page.cookies()))
  await signInOn(ui.page, ui.url, mailOf(name), password)
}
async function keep(setting: string, value: string) {
  await ui.fillIn(setting, value)
  await ui.click(button(`Try and keep: ${setting}`))
}
async function fire(transition: string) {
  await ui.open('/vault/LV-1')
  await ui.click(`button ::-p-text(${transition})`)
  await ui.click(`[aria-label="${transition}"] button.main:not(:disabled)`)
}

describe('a vault of one’s own', () => {
  it('asks for nothing but its set-up link', async () => {
    await ui.open('/sign-in')
    await ui.says('This vault has no administrator yet')
    expect(await ui.page.$('input')).toBeNull()
    await ui.open('/set-up?link=guessed')
    await ui.fillIn('Your name', 'Somebody')
    await ui.fillIn('Mail address', 'somebody@brackwater.example')
    await ui.fillIn('Password, ten characters or more', password)
    await ui.click(button('Become the administrator'))
    await ui.says('this set-up link is good no more')
    ui.noFaults()
  })

  it('opens every page while it is empty, and shows what company patterns make before one is taken', async () => {
    // As left by another vault on this machine.
    await ui.page.setCookie({ name: 'ilmenite', value: 'ended-long-ago', url: ui.url })
    const secret = String(await eventually(() => /set-up\?link=(\S+)/.exec(ui.printed())?.[1], 'the link'))
    await ui.open(`/set-up?link=${secret}`)
    await ui.fillIn('Your name', 'Ada Lund')
    await ui.fillIn('Mail address', mailOf('Ada Lund'))
    await ui.fillIn('Password, ten characters or more', password)
    await ui.click(button('Become the administrator'))
    await ui.page.waitForSelector('[aria-label=Start]')
    for (const { path } of areasFor(true)) await ui.open(path)
    await ui.open('/set-up')
    await ui.click(link('Begin empty'))
    await ui.page.waitForSelector('[aria-label="Company pattern"]')
    await ui.open('/set-up')
    await ui.click('::-p-text(Machine drawings, letters)')
    await ui.says('Take over as issued → Issued by Document control')
    await ui.page.waitForSelector('[aria-label="Ruler of Drawing letters"]')
    await ui.click('::-p-text(Notes and calculations)')
    await ui.says('Withdraw → Withdrawn')
    await ui.click('::-p-text(Notes and calculations)')
    await ui.click(button('Start with this'))
    await ui.says('1 lifecycle, 2 classes and 1 scheme are in force')
    await ui.says('Nobody plays Checker in any folder')
    ui.noFaults()
  })

  it('tries what is said of the company, and keeps what goes well', async () => {
    await as('Ada Lund')
    await ui.open('/set-up')
    await keep('Name', 'Brackwater Ropeways')
    await ui.says('The sign-in page and letters say Brackwater Ropeways')
    await keep('Time zone', 'Europe/Nowhere')
    await ui.says('“Europe/Nowhere” is no time zone')
    await keep('Mail server', 'smtp://127.0.0.1:9')
    await ui.says('the mail server smtp://127.0.0.1:9 cannot be used')
    await keep('Mail server', '')
    await ui.says(`A letter is on its way to ${mailOf('Ada Lund')}`)
    await keep('Address in links', ui.url)
    await ui.says(`This vault answers at ${ui.url}`)
    const backups = join(scratchFolder('backups'), 'vault')
    await keep('Backups go to', backups)
    await ui.says(`Wrote and read a file in ${backups}`)
    await ui.open('/set-up')
    await ui.page.waitForFunction(
      (wanted) => (document.getElementById('backups') as HTMLInputElement | null)?.value === wanted,
      {},
      backups,
    )
    await ui.page.deleteCookie(...(await ui.page.cookies()))
    await ui.open('/sign-in')
    await ui.says('The vault of Brackwater Ropeways')
    ui.noFaults()
  })

  it('lets whoever’s session has ended sign in again, and go on where they were', async () => {
    await ui.page.setCookie({ name: 'ilmenite', value: 'ended-long-ago', url: ui.url })
    await ui.open('/people')
    await ui.page.waitForSelector('input[name=mail]')
    await ui.page.type('input[name=mail]', mailOf('Ada Lund'))
    await ui.page.type('input[name=password]', password)
    await ui.page.click('button.main')
    await ui.page.waitForSelector(button('Add somebody'))
    expect(new URL(ui.page.url()).pathname).toBe('/people')
    ui.noFaults()
  })

  it('tells what is left to do, which is done, waved away and taken up again', async () => {
    await as('Ada Lund')
    await ui.says('Nobody plays Checker in any folder')
    await ui.says('Ada Lund is the only administrator')
    await ui.click(button('Wave away: No archive has been read yet'))
    await ui.says('Waved away: No archive has been read yet')
    await ui.page.waitForSelector(button('Wave away: No archive has been read yet'), { hidden: true })
    await ui.click(button('take it up again'))
    await ui.page.waitForSelector(button('Wave away: No archive has been read yet'))
    ui.noFaults()
  })

  it('invites people by letter, who choose a password by its link', async () => {
    for (const name of Object.keys(team)) {
      await as('Ada Lund')
      await ui.open('/people?do=add')
      await ui.page.waitForSelector('#new-name')
      await ui.page.type('#new-name', name)
      await ui.page.type('#new-mail', mailOf(name))
      await ui.page.keyboard.press('Enter')
      await ui.says('Has not signed in yet')
      await ui.click(button('send a link to choose one'))
      await ui.page.goto(await linkTo(name))
      await ui.says('Choose your password')
      await ui.page.type('input[name=password]', password)
      await ui.click(button('Choose it and sign in'))
      await ui.page.waitForSelector('nav[aria-label=Views]')
    }
    ui.noFaults()
  })

  it('brings people in from a list, and hands their links over', async () => {
    await as('Ada Lund')
    await ui.open('/people?do=list')
    const list = join(scratchFolder('lists'), 'people.csv')
    writeFileSync(list, `Name;Mail\nElla Moor;${mailOf('Ella Moor')}\nFinn;nobody\n`)
    await (await ui.page.waitForSelector('input[type=file]'))!.uploadFile(list)
    await ui.says('“nobody” is no mail address')
    await ui.click(button('Take 1 line'))
    await ui.says('1 person who has not signed in yet')
    await ui.click(button('Make links to hand over'))
    const found = () => ui.page.evaluate(() => /http\S+link=\S+/.exec(document.body.innerText)?.[0])
    const handedOver = String(await eventually(found, 'the link'))
    await ui.page.deleteCookie(...(await ui.page.cookies()))
    await ui.page.goto(handedOver)
    await ui.says('Choose your password')
    await ui.page.type('input[name=password]', password)
    await ui.click(button('Choose it and sign in'))
    await ui.page.waitForSelector('nav[aria-label=Views]')
    ui.noFaults()
  })

  it('makes folders from a typed list, with who plays which role, in one change', async () => {
    await as('Ada Lund')
    await ui.open('/access?do=list')
    const field = await ui.page.waitForSelector(labelled('Folders, one a line'))
    await field!.type('Towers: Checker = Ella Moor\n  Heads: Checker = nobody\nRopes: Welder = Ella Moor')
    await ui.says('there is no role “Welder”: the roles are Author, Checker, Document control')
    await ui.says('new; Checker: Ella Moor')
    await ui.click(button('Take 2 lines'))
    await ui.says('Folders from a typed list: 2 new, 0 changed')
    await ui.page.waitForSelector('.folder ::-p-text(Heads)')
    await ui.click(button('Take back: Folders from a typed list: 2 new, 0 changed'))
    await ui.page.waitForFunction(() => !document.querySelector('.folders')?.textContent?.includes('Heads'))
    ui.noFaults()
  })

  it('lets them play its roles', async () => {
    await as('Ada Lund')
    await ui.open('/access?folder=/&edit=yes')
    for (const [name, role] of Object.entries(team)) {
      const label = `Who plays ${role} in / too`
      const player = await ui.page
        .waitForSelector(labelled(label))
        .then(() =>
          ui.page.$eval(
            `[aria-label="${label}"]`,
            (list, wanted) =>
              [...(list as HTMLSelectElement).options].find(({ text }) => text.trim() === wanted)!.value,
            name,
          ),
        )
      await ui.choose(label, player)
      await ui.page.waitForSelector(button(`${name} plays ${role} no more`))
    }
    ui.noFaults()
  })

  it('takes a drawing from filing to issue and to the next revision', async () => {
    const path = join(scratchFolder('upload'), 'LV-1.dxf')
    writeFileSync(path, drawing('LV-1', 'Lever'))
    await as('Bo Rasmussen')
    await ui.open('/vault')
    await ui.click(button('File a document'))
    await (await ui.page.waitForSelector('input[type=file]'))!.uploadFile(path)
    await ui.says('at the first label of Drawing letters: A')
    await ui.click(button('File it'))
    await ui.page.waitForSelector('[data-role=revision]')
    await fire('Send to check')
    await ui.says('LV-1 stands in Checking')
    await as('Carla Winslow')
    await ui.open('/tasks')
    await ui.click('[role=row] ::-p-text(LV-1)')
    await ui.click(button('Sign: Issue'))
    await ui.says('Decided: LV-1')
    await as('Bo Rasmussen')
    await fire('Revise')
    await ui.says('LV-1 stands in Drafting, A → B')
    ui.noFaults()
  })

  it('takes another pattern later in one edit, which is undone as one', async () => {
    await as('Ada Lund')
    await ui.open('/lifecycles')
    await ui.choose('Company pattern', 'building-project')
    await ui.says('published for construction as C01')
    await ui.click(button('Take it'))
    await ui.says('Work in progress · Shared · Published · Archive')
    await ui.chord('Control', 'z')
    await ui.page.waitForFunction(() => !document.body.innerText.includes('Work in progress · Shared'))
    ui.noFaults()
  })
})
