import { describe, expect, it } from 'vitest'
import { signInOn } from '../support/browser.mjs'
import { button, usePage } from '../support/driver'
import { issueByRound } from '../support/rounds'
import { signIn } from '../support/server.mjs'

const ui = usePage()
const mailOf = (name: string) => `${name}@brackwater.example`

/** Lets two checkers and a lead sign an issue, and files a document that waits for them. */
async function waiting(): Promise<void> {
  const mara = await signIn(ui.url)
  const draft = async () => (await mara('GET', 'configuration')).body.draft.change
  expect((await mara('POST', 'draft/edits', { change: await draft(), edit: issueByRound })).status).toBe(200)
  expect((await mara('POST', 'draft/publish', { change: await draft(), comment: 'Rounds' })).status).toBe(200)
  const jonas = await signIn(ui.url, mailOf('jonas.eckhart'))
  const number = 'BR-7100'
  const query = { number, title: 'Lever', folder: '/Grips', classId: 'part', fileName: 'BR-7100.dxf' }
  await jonas('POST', `documents?${new URLSearchParams(query)}`, new TextEncoder().encode('a lever'))
  const change = async () => (await jonas('GET', `documents/${number}`)).body.document.change
  const values = { material: 'S355', mass: '2' }
  await jonas('PUT', `documents/${number}/record`, { change: await change(), values })
  const sent = await jonas('POST', `documents/${number}/fire`, {
    change: await change(),
    transition: 'send-to-check',
  })
  expect(sent.status).toBe(200)
}

describe('two checkers and a lead', () => {
  it('sign one after the other, see how far it is, and the last one issues it', async () => {
    await waiting()
    const sign = async (name: string) => {
      await ui.page.deleteCookie(...(await ui.page.cookies()))
      await signInOn(ui.page, ui.url, mailOf(name))
      await ui.open('/vault/BR-7100?act=issue')
      await ui.page.waitForSelector(button('Sign: Issue'))
      await ui.click(button('Sign: Issue'))
    }
    await sign('emil.achterberg')
    await ui.says('Issue of BR-7100: 1 of 3 signed')
    await ui.open('/vault/BR-7100?act=issue')
    await ui.says('Emil Achterberg')
    await ui.click(button('Withdraw my signature'))
    await ui.says('your signature is withdrawn')
    await sign('emil.achterberg')
    await sign('ines.halloran')
    await ui.says('Issue of BR-7100: 2 of 3 signed')
    await sign('leonie.papadaki')
    await ui.says('BR-7100 stands in Issued')
    await ui.says('Leonie Papadaki')
    ui.noFaults()
  })
})
