import type { HTTPRequest } from 'puppeteer-core'
import { beforeAll, describe, expect, it } from 'vitest'
import { signInOn } from '../support/browser.mjs'
import { button, checkbox, labelled, link, usePage } from '../support/driver'
import { issueByRound, publish, sendToCheck } from '../support/rounds'
import { eventually, signIn } from '../support/server.mjs'

const ui = usePage()
const mailOf = (name: string) => `${name}@brackwater.example`
const as = async (name: string) => {
  await ui.page.deleteCookie(...(await ui.page.cookies()))
  await signInOn(ui.page, ui.url, mailOf(name))
}

const cell = (text: string) => `::-p-aria([name="${text}"][role="cell"])`

/** Holds back the page's requests to an address. @returns a function that lets them go */
async function hold(address: string) {
  await ui.page.setRequestInterception(true)
  const held: HTTPRequest[] = []
  const see = (request: HTTPRequest) =>
    void (request.url().endsWith(address) ? held.push(request) : request.continue())
  ui.page.on('request', see)
  return async () => {
    await eventually(async () => held.length > 0, `what is asked of ${address}`)
    for (const request of held) await request.continue()
    ui.page.off('request', see)
    await ui.page.setRequestInterception(false)
  }
}

beforeAll(async () => {
  await publish(await signIn(ui.url), [issueByRound])
  const jonas = await signIn(ui.url, mailOf('jonas.eckhart'))
  for (const number of ['BR-7100', 'BR-7101', 'BR-7102']) await sendToCheck(jonas, number)
})

describe('two checkers and a lead', () => {
  it('sign one after the other, see how far it is, and the last one issues it', async () => {
    const sign = async (name: string) => {
      await as(name)
      await ui.open('/vault/BR-7100?act=issue')
      await ui.page.waitForSelector(button('Sign: Issue'))
      await ui.click(button('Sign: Issue'))
    }
    await sign('emil.achterberg')
    await ui.says('Issue of BR-7100: 1 of 3 signed')
    await ui.open('/vault/BR-7100?act=issue')
    await ui.says('Emil Achterberg')
    await ui.says('1 awaited of')
    await ui.click(button('Withdraw my signature'))
    await ui.says('your signature is withdrawn')
    await sign('emil.achterberg')
    await sign('ines.halloran')
    await ui.says('Issue of BR-7100: 2 of 3 signed')
    await sign('leonie.papadaki')
    await ui.says('BR-7100 stands in Issued')
    // Name, initials and day have landed in their slots, in the order in which they were given.
    await ui.says('Issued by Leonie Papadaki')
    await ui.says('Legacy author EA')
    await ui.says(`Legacy date ${new Date().toISOString().slice(0, 10)}`)
    ui.noFaults()
  })

  it('decide several tasks at once, and a return ends the round', async () => {
    await as('emil.achterberg')
    await ui.open('/tasks')
    await ui.click(checkbox('Mark BR-7101'))
    await ui.click(checkbox('Mark BR-7102'))
    await ui.says('2 tasks marked')
    await ui.click(button('Sign: Issue'))
    await ui.says('Decided: BR-7101, BR-7102')
    await as('leonie.papadaki')
    await ui.open('/tasks?document=BR-7101')
    await ui.says('1 of 3')
    await ui.click('[role=row] ::-p-text(BR-7101)')
    await ui.says('signature 2 of 3; nothing else yet')
    await ui.says('asks for a comment')
    await ui.fillIn('Comment', 'the radius is missing')
    await ui.click(button('Return'))
    await ui.says('Decided: BR-7101')
    await ui.says('Nothing waits for you')
    // It is a task of whom it belongs to now, and the round begins anew.
    await as('jonas.eckhart')
    await ui.open('/tasks')
    await ui.says('work on what was returned')
    await ui.click('[role=row] ::-p-text(BR-7101)')
    await ui.click(button('Send to check'))
    await ui.says('Decided: BR-7101')
    await as('ines.halloran')
    await ui.open('/tasks?document=BR-7101')
    await ui.says('0 of 3')
    ui.noFaults()
  })

  it('see to a task, hand it over, and put it off', async () => {
    await as('leonie.papadaki')
    await ui.open('/tasks')
    await ui.click('[role=row] ::-p-text(BR-7102)')
    const answer = await hold('/claim')
    await ui.click(button('See to it myself'))
    // A task that is picked while the answer is on its way stays picked.
    await ui.click('[role=row] ::-p-text(BR-7101)')
    await answer()
    await ui.page.waitForSelector(cell('you'))
    await ui.page.waitForSelector('[aria-label=Decide] ::-p-text(BR-7101)')
    await ui.click('[role=row] ::-p-text(BR-7102)')
    await ui.click(button('Let it go'))
    await ui.page.waitForSelector(cell('you'), { hidden: true })
    await ui.page.waitForSelector('[aria-label=Decide]', { hidden: true })
    await ui.open('/tasks?document=BR-7102')
    await ui.click('[role=row] ::-p-text(BR-7102)')
    await ui.click(button('Hand it over …'))
    await ui.page.waitForSelector(labelled('Hand over to'))
    const heir = await ui.page.$eval(
      'select[aria-label="Hand over to"]',
      (list) => [...(list as HTMLSelectElement).options].find(({ text }) => text === 'Ruth Sandoval')!.value,
    )
    await ui.choose('Hand over to', heir)
    await ui.click(button('Hand over'))
    await ui.page.waitForSelector(cell('Ruth Sandoval'))
    await as('ruth.sandoval')
    await ui.open('/tasks?document=BR-7102')
    await ui.click('[role=row] ::-p-text(BR-7102)')
    await ui.click(button('Put off until'))
    await ui.says('Nothing waits for you')
    ui.noFaults()
  })
})

describe('a letter', () => {
  it('is read with its comment, and leads to the act that it asks for', async () => {
    await as('mara.feldhaus')
    await ui.open('/outbox')
    await ui.fillIn('Filter the letters', 'BR-HS-STR-002 comes back', 'Enter')
    await ui.click(button('BR-HS-STR-002 comes back to you'))
    await ui.says('the anchor bolts are drawn as M30')
    await ui.click(button('Show it as the mail server took it'))
    await ui.says('Content-Type: text/html')
    await ui.fillIn('Filter the letters', 'BR-HS-MEP-001', 'Enter')
    await ui.click(button('BR-HS-MEP-001 P01 is shared'))
    await ui.says('/tasks?document=BR-HS-MEP-001')
    ui.noFaults()
  })
})

describe('a role without people', () => {
  it('is found before it is published, and a round that it leaves stuck is mended from the overview', async () => {
    await as('mara.feldhaus')
    const mara = await signIn(ui.url)
    const directory = async () => (await mara('GET', 'directory')).body
    const setRole = async (players: string[]) =>
      mara('POST', 'directory/changes', {
        ...{ version: (await directory()).version, accept: true },
        change: { kind: 'set-role', folder: '/Stations', role: 'lead', players },
      })
    expect((await setRole([])).status).toBe(200)
    await ui.open('/')
    await ui.says('BR-HS-ARC-002 is stuck since')
    await ui.says('nobody would be left who could sign Publish for construction as Lead')
    await ui.open('/publish')
    await ui.says('Publish for construction needs 3 different people in /Stations')
    await ui.open('/')
    await ui.click(link('Say who plays the role in /Stations'))
    await ui.page.waitForFunction(() => new URLSearchParams(location.search).get('folder') === '/Stations')
    expect((await setRole(['group:release-board'])).status).toBe(200)
    await ui.open('/')
    await ui.says('tasks wait for somebody')
    expect(await ui.textOf('main')).not.toContain('is stuck')
    ui.noFaults()
  })
})
