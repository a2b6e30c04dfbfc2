import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { signInOn } from '../support/browser.mjs'
import { button, checkbox, labelled, link, usePage } from '../support/driver'
import { scratchFolder, signIn } from '../support/server.mjs'

const ui = usePage()
const mailOf = (name: string) => `${name}@brackwater.example`
const optionIn = (select: string, text: string) =>
  ui.page.$eval(
    `[aria-label="${select}"]`,
    (element, wanted) =>
      [...(element as HTMLSelectElement).options].find(({ text: name }) => name.trim() === wanted)!.value,
    text,
  )

describe('somebody new', () => {
  it('is set up from nothing to their first check-out', async () => {
    await signInOn(ui.page, ui.url)
    await ui.open('/people?do=add')
    await ui.page.waitForSelector('#new-name')
    await ui.page.type('#new-name', 'Ada Lund')
    await ui.page.type('#new-mail', mailOf('ada.lund'))
    await ui.click(checkbox('Grips & Carriers'))
    await ui.page.focus('#new-mail')
    await ui.page.keyboard.press('Enter')
    await ui.says('Has not signed in yet')
    await ui.click(button('send a link to choose one'))
    await ui.page.waitForSelector('.link-box')
    const address = await ui.textOf('.link-box')
    await ui.click(button('sign out'))
    await ui.page.waitForSelector('input[name=mail]')
    await ui.page.goto(address)
    await ui.says('Choose your password')
    await ui.page.type('input[name=password]', 'ropes-and-grips')
    await ui.click(button('Choose it and sign in'))
    await ui.page.waitForSelector('nav[aria-label=Views]')
    const ada = await signIn(ui.url, mailOf('ada.lund'), 'ropes-and-grips')
    const { rows } = (await ada('GET', 'documents?folder=/Grips&state=drafting&limit=100')).body
    const free = rows.find(({ checkedOutBy }: { checkedOutBy: string | null }) => !checkedOutBy)
    await ui.open(`/vault/${free.number}`)
    await ui.click(button('Check out'))
    await ui.says('Checked out by you')
    ui.noFaults()
  })
})

describe('why can’t …?', () => {
  it('is followed to the rule, which is changed, and the answer changes', async () => {
    await signInOn(ui.page, ui.url)
    await ui.open('/access?folder=/Notes')
    await ui.page.waitForSelector('[aria-label="Who is asked about"]')
    await ui.choose('Who is asked about', await optionIn('Who is asked about', 'Carla Winslow'))
    await ui.choose('What they would do', 'adopt')
    await ui.click(button('Ask'))
    await ui.says('Why can’t Carla Winslow adopt')
    await ui.says('no folder from / down to /Notes grants “adopt” to Carla Winslow')
    await ui.click(button('/Notes'))
    await ui.says('Who plays which role in /Notes')
    await ui.click(button('Grants anyone adopt'))
    await ui.says('/Notes grants anyone history edit adopt move, was edit move history')
    await ui.click(button('Ask'))
    await ui.says('Why can Carla Winslow adopt')
    await ui.click(button('Close the tray'))
    await ui.click(button('Take back: /Notes grants anyone history edit adopt move, was edit move history'))
    await ui.says('taken back')
    ui.noFaults()
  })
})

describe('a role’s last player', () => {
  it('about to leave is told of before, and goes with a word or stays', async () => {
    await signInOn(ui.page, ui.url)
    await ui.open('/access?folder=/Grips&edit=yes')
    await ui.click(button('Checking plays Checker no more'))
    await ui.says('Nothing is changed yet')
    await ui.says('Checker in /Grips')
    await ui.says('as it would be: Checker in /Grips: nobody, was Checking')
    await ui.click(button('Leave it'))
    await ui.page.waitForSelector(button('Checking plays Checker no more'))
    await ui.click(button('Checking plays Checker no more'))
    await ui.click(button('Do it all the same'))
    await ui.says('Checker in /Grips: nobody, was Checking')
    await ui.click(button('Take back: Checker in /Grips: nobody, was Checking'))
    await ui.says('Taken back: Checker in /Grips')
    ui.noFaults()
  })
})

describe('a folder', () => {
  it('gets another path, is compared with before, and goes back', async () => {
    await signInOn(ui.page, ui.url)
    await ui.open('/access?folder=/Drives&edit=yes')
    await ui.fillIn('Path of /Drives', '/Line/Drives', 'Enter')
    await ui.page.waitForSelector(labelled('Path of /Line/Drives'))
    await ui.open('/vault?folder=/Line/Drives')
    await ui.says('BR-4')
    await ui.open('/access?folder=/Line/Drives')
    await ui.click(link('Compare: Move the folder /Drives to /Line/Drives'))
    await ui.says('as it was before: Move the folder /Drives to /Line/Drives')
    await ui.click(button('Take back: Move the folder /Drives to /Line/Drives'))
    await ui.says('Taken back: Move the folder /Drives')
    ui.noFaults()
  })
})

describe('looking as another person', () => {
  it('shows what they see, marked across the top, and ends', async () => {
    const carla = await signIn(ui.url, mailOf('carla.winslow'))
    const { total } = (await carla('GET', 'documents?limit=1')).body
    await signInOn(ui.page, ui.url)
    await ui.open('/access')
    await ui.page.waitForSelector(labelled('Look as another person'))
    const id = await optionIn('Look as another person', 'Carla Winslow')
    await Promise.all([ui.page.waitForNavigation(), ui.choose('Look as another person', id)])
    await ui.says('You see the vault as Carla Winslow sees it')
    await ui.says(`${total} documents`)
    await Promise.all([ui.page.waitForNavigation(), ui.click(button('Look as Mara Feldhaus again'))])
    await ui.says('What folder and state add up to')
    ui.noFaults()
  })
})

describe('a list of people with faults', () => {
  it('says of each line what it would do, and takes what can be taken as one change', async () => {
    const file = join(scratchFolder('list'), 'staff.csv')
    writeFileSync(
      file,
      `name,mail,groups\nKim Aaberg,${mailOf('kim.aaberg')},Checking\nNobody,nowhere,\nMo,${mailOf('mo')},No Such\n`,
    )
    await signInOn(ui.page, ui.url)
    await ui.open('/people?do=list')
    const input = await ui.page.waitForSelector('input[type=file]')
    await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file)
    await ui.says('“nowhere” is no mail address')
    await ui.says('there is no group “No Such”')
    await ui.says('2 lines cannot, and are left out')
    await ui.click(button('Take 1 line'))
    await ui.says('People from staff.csv: 1 new, 0 changed')
    await ui.says('Kim Aaberg')
    ui.noFaults()
  })
})

describe('a token', () => {
  it('that may only read is made on one’s own page, reads, and is revoked', async () => {
    await signInOn(ui.page, ui.url, mailOf('tomas.vrbata'))
    await ui.click(link('Tomas Vrbata'))
    await ui.says('Tokens for scripts')
    await ui.page.type('input[placeholder="nightly export"]', 'nightly')
    await ui.click(button('Make a token'))
    await ui.says('it is not shown again')
    const secret = await ui.textOf('.secret .mono')
    const headers = { authorization: `Bearer ${secret}`, 'content-type': 'application/json' }
    const read = () => fetch(`${ui.url}/api/documents?limit=1`, { headers }).then(({ status }) => status)
    expect(await read()).toBe(200)
    const write = await fetch(`${ui.url}/api/documents/BR-2001/check-out`, {
      method: 'POST',
      headers,
      body: '{"change":0}',
    })
    expect(write.status).toBe(403)
    await ui.click(button('Revoke nightly'))
    await ui.page.waitForFunction(() => !document.body.innerText.includes('revoke'))
    expect(await read()).toBe(401)
    ui.noFaults()
  })
})

describe('a state that is its owner’s alone', () => {
  it('lets its owner edit, others see, and goes with the document when it is handed on', async () => {
    const mara = await signIn(ui.url)
    const edit = async (principal: string, rights: string[]) => {
      const { draft } = (await mara('GET', 'configuration')).body
      const grant = { kind: 'set-grant', lifecycle: 'note', state: 'drafting', principal, rights }
      expect((await mara('POST', 'draft/edits', { change: draft.change, edit: grant })).status).toBe(200)
    }
    const note = (await mara('GET', 'configuration')).body.published.configuration.lifecycles.find(
      ({ id }: { id: string }) => id === 'note',
    )
    for (const [principal, rights] of Object.entries(note.states[0].grants))
      if (!principal.startsWith('group:'))
        await edit(principal, (rights as string[]).includes('see') ? ['see', 'open'] : [])
    await edit('owner', ['see', 'history', 'open', 'edit', 'move'])
    const { draft } = (await mara('GET', 'configuration')).body
    const published = await mara('POST', 'draft/publish', {
      change: draft.change,
      comment: 'Notes are their owners’',
    })
    expect([published.status, published.text]).toEqual([200, expect.anything()])
    const signe = await signIn(ui.url, mailOf('signe.aldous'))
    const query = new URLSearchParams({
      number: 'N-77',
      folder: '/Notes',
      classId: 'note',
      fileName: 'n.txt',
      title: 'Mine',
    })
    expect((await signe('POST', `documents?${query}`, new TextEncoder().encode('note'))).status).toBe(200)
    await signInOn(ui.page, ui.url, mailOf('petra.quillon'))
    await ui.open('/vault/N-77')
    await ui.says('filed by Signe Aldous')
    await ui.click(button('Check out'))
    await ui.says('Drafting grants Petra Quillon no right to edit')
    await signInOn(ui.page, ui.url, mailOf('signe.aldous'))
    await ui.open('/vault/N-77')
    await ui.click(button('Hand on …'))
    await ui.page.waitForSelector(labelled('Hand on to'))
    await ui.page.waitForFunction(
      () => document.querySelector<HTMLSelectElement>('[aria-label="Hand on to"]')!.options.length > 5,
    )
    await ui.choose('Hand on to', await optionIn('Hand on to', 'Petra Quillon'))
    await ui.click(button('Hand on'))
    await ui.says('belongs to Petra Quillon')
    await signInOn(ui.page, ui.url, mailOf('petra.quillon'))
    await ui.open('/vault/N-77')
    await ui.click(button('Check out'))
    await ui.says('Checked out by you')
    ui.noFaults()
  })
})

describe('another discipline’s drafts', () => {
  it('are in no list, finder, reference or direct link', async () => {
    const mara = await signIn(ui.url)
    const casper = await signIn(ui.url, mailOf('casper.moreau'))
    const { rows } = (await mara('GET', 'documents?folder=/Grips&state=drafting&limit=1')).body
    const { number } = rows[0]
    await signInOn(ui.page, ui.url, mailOf('casper.moreau'))
    await ui.open(`/vault/${number}`)
    await ui.says(`There is no document ${number} that you may see`)
    expect((await casper('GET', `find?text=${number}`)).body.documents).toEqual([])
    expect((await casper('GET', `documents?text=${number}`)).body.total).toBe(0)
    const refers = (await casper('GET', 'documents?limit=500')).body.rows.map(
      (row: { number: string }) => row.number,
    )
    for (const seen of refers.slice(0, 60)) {
      const page = (await casper('GET', `documents/${seen}`)).body
      for (const other of [...page.refersTo, ...page.usedBy]) expect(refers).toContain(other.number)
    }
    ui.noFaults()
  })
})
