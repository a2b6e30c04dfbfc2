import { describe, it } from 'vitest'
import { signInOn } from '../support/browser.mjs'
import { button, radio, usePage } from '../support/driver'

const at = usePage()
const { choose, click, fillIn, noFaults, open, says } = at

describe('a draft is published with its consequences, and taken back', () => {
  it('a state with documents in it goes, they are moved by the plan, and the earlier configuration is restored', async () => {
    await signInOn(at.page, at.url)
    await open('/lifecycles/workshop-document?state=superseded')
    await click(button('Remove this state'))
    await at.page.waitForFunction(() => !document.querySelector('[aria-label="State Superseded"]'))
    await open('/publish')
    await says('Workshop document: has no state Superseded any more')
    await says('Say first where the documents of removed states go')
    await choose('Where documents of Superseded go', 'issued')
    await click(button('Publish'))
    await says('Configuration 2 is in force')
    await open('/vault?state=superseded')
    await says('0 documents')
    await open('/publish')
    await click(radio('Compare from 1'))
    await click(radio('Compare to 2'))
    await says('Supersede is gone')
    await click(button('Restore configuration 1'))
    await says('Workshop document: has the state Superseded')
    await click(button('Publish'))
    await says('Configuration 3 is in force')
    noFaults()
  })
  it('a finding shows what proves it, is put right by its fix, and undone again; another is waived with a reason', async () => {
    await signInOn(at.page, at.url)
    await open('/publish')
    await says('alone bring it to Issued in /Notes: Drafting → Issued')
    await click(button('take On hold out of the catalogue'))
    await says('State catalogue: On hold is gone')
    await at.page.keyboard.press('Escape')
    await at.page.evaluate(() => (document.activeElement as HTMLElement)?.blur())
    await at.page.keyboard.down('Control')
    await at.page.keyboard.press('z')
    await at.page.keyboard.up('Control')
    await says('take On hold out of the catalogue')
    await click(button('Waive: Withdrawn stands in the catalogue, and no lifecycle uses it'))
    await fillIn('Why it may stand', 'Wanted next year', 'Enter')
    await says('1 waived')
    noFaults()
  })
  it('says that it is being checked, and not that nothing was found, until it is', async () => {
    await signInOn(at.page, at.url)
    // The check is asked, and answers when it is let.
    await at.page.evaluateOnNewDocument(() => {
      const ask = Worker.prototype.postMessage
      Worker.prototype.postMessage = function (this: Worker, ...asked: unknown[]) {
        Object.assign(window, { letCheck: () => Reflect.apply(ask, this, asked) })
      }
    })
    await open('/publish')
    await at.page.waitForFunction(() => 'letCheck' in window)
    await says('Being checked')
    await at.page.evaluate(() => (window as unknown as { letCheck: () => void }).letCheck())
    await says('alone bring it to Issued in /Notes: Drafting → Issued')
    noFaults()
  })
})
