import { describe, expect, it } from 'vitest'
import { signInOn } from '../support/browser.mjs'
import { button, link, usePage } from '../support/driver'
import { signIn } from '../support/server.mjs'

const ui = usePage()
const mailOf = (name: string) => `${name}@brackwater.example`

describe('one’s own sign-in', () => {
  it('has another password on their own page, and ends everywhere from there', async () => {
    await signInOn(ui.page, ui.url, mailOf('nils.ferreira'))
    await ui.click(link('Nils Ferreira'))
    await ui.says('Tokens for scripts')
    await ui.fillIn('Now', 'not this one')
    await ui.fillIn('New', 'a-longer-one-43')
    await ui.click(button('Change password'))
    await ui.says('nothing was changed')
    await ui.fillIn('Now', 'ropeway-42', 'Tab')
    await ui.fillIn('New', 'a-longer-one-43', 'Enter')
    await ui.says('Your password is changed')
    const elsewhere = await signIn(ui.url, mailOf('nils.ferreira'), 'a-longer-one-43')
    await ui.click(button('Sign out everywhere'))
    await ui.page.waitForSelector('input[name=mail]')
    expect((await elsewhere('GET', 'session')).status).toBe(401)
    ui.noFaults()
  })
})

describe('a document that somebody else has checked out', () => {
  it('is given back by an administrator, with a reason, and the trail says so', async () => {
    const mara = await signIn(ui.url)
    const { rows } = (await mara('GET', 'documents?checkedOut=true&offset=0&limit=1')).body
    await signInOn(ui.page, ui.url)
    await ui.open(`/vault/${rows[0].number}`)
    await ui.says(`Checked out by ${rows[0].checkedOutBy}`)
    await ui.click(button('Give back …'))
    await ui.fillIn('Why it is given back', 'Has left the company')
    await ui.click(button('Give back'))
    await ui.says('Has left the company')
    expect((await mara('GET', `documents/${rows[0].number}`)).body.checkedOutBy).toBeNull()
    ui.noFaults()
  })
})

describe('the history of a document', () => {
  it('is not there for somebody without the right to it, and the page says why', async () => {
    const mara = await signIn(ui.url)
    const carla = await signIn(ui.url, mailOf('carla.winslow'))
    const { rows } = (await carla('GET', 'documents?offset=0&limit=200')).body
    for (const { number } of rows.slice(0, 40)) {
      const page = (await carla('GET', `documents/${number}`)).body
      const whole = (await mara('GET', `documents/${number}`)).body
      expect(whole.versions.length).toBeGreaterThanOrEqual(page.versions.length)
      if (!page.history) {
        expect([page.register, page.versions.length, page.versions[0].sha256]).toEqual([[], 1, null])
        await signInOn(ui.page, ui.url, mailOf('carla.winslow'))
        await ui.open(`/vault/${number}`)
        await ui.says('need the right “history” here')
        return
      }
    }
    expect.fail('everybody sees every history in the demo world')
  })
})

describe('publishing', () => {
  it('says beforehand which documents that it moves are checked out', async () => {
    const mara = await signIn(ui.url)
    const jonas = await signIn(ui.url, mailOf('jonas.eckhart'))
    const bytes = new TextEncoder().encode('SECTION')
    await jonas('POST', 'documents?number=BR-8120&folder=/Grips&fileName=a.dxf', bytes)
    const { change, lifecycle, state } = (await mara('GET', 'documents/BR-8120')).body.document
    await jonas('POST', 'documents/BR-8120/check-out', { change })
    for (const edit of [
      { kind: 'set-entry', lifecycle, state: 'checking' },
      { kind: 'remove-state', lifecycle, state },
    ]) {
      const { draft } = (await mara('GET', 'configuration')).body
      const answer = await mara('POST', 'draft/edits', { change: draft.change, edit })
      expect([answer.status, answer.text.slice(0, 200)]).toEqual([200, expect.any(String)])
    }
    await signInOn(ui.page, ui.url)
    await ui.open('/publish')
    await ui.says('Where do these documents go?')
    await ui.says('are checked out and stay so')
    const stranded = (await mara('GET', 'draft/stranded')).body
    const [first] = stranded[0].checkedOut.named
    await ui.says(`${first.number} by ${first.by}`)
    ui.noFaults()
  })
})
