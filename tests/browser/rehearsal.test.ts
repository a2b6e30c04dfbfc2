import { describe, expect, it } from 'vitest'
import { signInOn } from '../support/browser.mjs'
import { button, checkbox, labelled, link, usePage } from '../support/driver'
import { publish } from '../support/rounds'
import { eventually, signIn } from '../support/server.mjs'

const ui = usePage()
/** The id of somebody of the demo world. */
const idOf = async (name: string): Promise<string> => {
  const mara = await signIn(ui.url)
  const { people } = (await mara('GET', 'directory')).body as { people: { id: string; name: string }[] }
  return people.find((person) => person.name === name)!.id
}
const pressed = (name: string) => ui.click(`button[aria-label="${name}"]`)

describe('a rehearsal', () => {
  it('steps through on the sheet as somebody, says every reason, and shows the plan to a state', async () => {
    await signInOn(ui.page, ui.url)
    const jonas = await idOf('Jonas Eckhart')
    await ui.open(`/lifecycles/station-container?view=rehearsal&with=BR-HS-STR-001&as=${jonas}`)
    await ui.says('Transitions for Jonas Eckhart now')
    await ui.says('Publish for construction is for')
    await ui.says('Open to somebody else now')
    await ui.click(button('Emil Achterberg'))
    await ui.says('Transitions for Emil Achterberg now')
    await pressed('Publish for construction')
    await ui.click(button('Sign: Publish for construction'))
    await ui.says('1 of 3, nothing else yet')
    await ui.choose('Get it to', 'published')
    await ui.click(button('Show the plan'))
    await ui.says('Plan to Published: 2 acts, 2 people')
    await ui.click(button('Carry it out here'))
    await ui.says('Shared → Published')
    await ui.says('P01 → C01')
    await ui.says('job: render')
    // Nothing of it has happened.
    const mara = await signIn(ui.url)
    const { document } = (await mara('GET', 'documents/BR-HS-STR-001')).body
    expect([document.state, document.revision]).toEqual(['shared', 'P01'])
    ui.noFaults()
  })

  it('that is kept stops a publish in which it comes out otherwise', async () => {
    await signInOn(ui.page, ui.url)
    const emil = await idOf('Emil Achterberg')
    await ui.open(`/lifecycles/station-container?view=rehearsal&with=BR-HS-MEP-001&as=${emil}`)
    await pressed('Publish for construction')
    await ui.click(button('Sign: Publish for construction'))
    await ui.says('1 of 3, nothing else yet')
    await ui.fillIn('Name of the kept rehearsal', 'A checker alone publishes nothing')
    await ui.click(button('Keep it'))
    await ui.page.waitForSelector(button('Remove A checker alone publishes nothing'))
    // One signature is enough in the draft: the kept rehearsal says so, and nothing is published.
    const mara = await signIn(ui.url)
    const seats = [{ id: 'checkers', name: 'Checkers', members: ['role:checker'], needed: 1 }]
    const edit = { kind: 'change-transition', lifecycle: 'station-container', transition: 'publish' }
    await expect(publish(mara, [{ ...edit, patch: { seats, effects: [] } }])).rejects.toThrow(
      'A checker alone publishes nothing',
    )
    await ui.open('/publish')
    await ui.says('A checker alone publishes nothing, act 1: it comes to “published”, and not to “shared”')
    await ui.says('1 kept rehearsal stops the publishing')
    const publishing = await ui.page.waitForSelector(button('Publish'))
    expect(await publishing!.evaluate((one) => (one as HTMLButtonElement).disabled)).toBe(true)
    await ui.click(button('Take the draft back'))
    await ui.page.waitForFunction(() => !document.body.innerText.includes('stops the publishing'))
    ui.noFaults()
  })
})

describe('the lifecycle that sorts', () => {
  it('brings what is filed where its legacy status says, by itself', async () => {
    const jonas = await signIn(ui.url, 'jonas.eckhart@brackwater.example')
    const file = async (number: string, status?: string) => {
      const asked = { number, folder: '/Grips', classId: 'carried-over', fileName: `${number}.dxf` }
      const filed = await jonas(
        'POST',
        `documents?${new URLSearchParams(asked)}`,
        new TextEncoder().encode(number),
      )
      expect([filed.status, filed.text]).toEqual([200, expect.any(String)])
      const { document } = (await jonas('GET', `documents/${number}`)).body
      return { state: document.state, status }
    }
    expect(await file('LG-1')).toMatchObject({ state: 'drafting' })
    await signInOn(ui.page, ui.url)
    await ui.open('/vault/LG-1')
    await ui.says('Sort to drafting')
    ui.noFaults()
  })

  it('moves nothing when a publish makes a guard true, and lets it move as a job if it is asked to', async () => {
    const mara = await signIn(ui.url)
    const guard = { kind: 'change-transition', lifecycle: 'legacy-intake', transition: 'sort-drafting' }
    await publish(mara, [{ ...guard, patch: { guard: 'legacy_status == "drawn"' } }])
    const jonas = await signIn(ui.url, 'jonas.eckhart@brackwater.example')
    const asked = { number: 'LG-2', folder: '/Grips', classId: 'carried-over', fileName: 'LG-2.dxf' }
    await jonas('POST', `documents?${new URLSearchParams(asked)}`, new TextEncoder().encode('LG-2'))
    const stateOf = async () => (await mara('GET', 'documents/LG-2')).body.document.state
    expect(await stateOf()).toBe('sorting')
    const edit = { ...guard, patch: { guard: 'legacy_status != "issued" && legacy_status != "superseded"' } }
    const { draft } = (await mara('GET', 'configuration')).body
    await mara('POST', 'draft/edits', { change: draft.change, edit })
    await signInOn(ui.page, ui.url)
    await ui.open('/publish')
    await ui.says('1 document meets a guard that is true with this draft')
    await ui.says('LG-2')
    await ui.click(checkbox('let them move as a job once it is in force'))
    await ui.click(button('Publish'))
    await ui.says('is in force')
    await eventually(async () => (await stateOf()) === 'drafting', 'the move')
    await ui.open('/jobs')
    await ui.says('1 of 1 moved')
    ui.noFaults()
  })
})

describe('a script', () => {
  it('that never ends is ended and explained, while it is tried and when it checks', async () => {
    await signInOn(ui.page, ui.url)
    await ui.open('/scripts')
    await ui.click(button('Add a script'))
    await ui.says('stands in')
    await ui.fillIn('Name of the script', 'Weigh', 'Tab')
    await ui.page.waitForSelector(link('Weigh afterwards'))
    await ui.click(labelled('Script'))
    await ui.chord('Control', 'a')
    await ui.page.keyboard.type('for (;;) {}')
    await ui.says('Weigh was ended: it took more than 2000 ms')
    await ui.click(checkbox('runs before the act, and may refuse it'))
    await ui.says('Weigh was ended: it took more than 250 ms')
    ui.noFaults()
  })
})

describe('a schedule', () => {
  it('is written in words, shows its next three times, and a ready job is begun at once', async () => {
    await signInOn(ui.page, ui.url)
    await ui.open('/jobs')
    await ui.fillIn('When', 'every blue moon', 'Tab')
    await ui.says('is no schedule')
    await ui.fillIn('When', 'every Monday and Thursday at 18:30', 'Tab')
    await ui.says('every Monday and Thursday at 18:30')
    await ui.click(button('Add the schedule'))
    await ui.page.waitForSelector(button('Rest'))
    await ui.click(button('Rest'))
    await ui.page.waitForSelector(button('Go on'))
    await ui.click(button('Verify the vault'))
    await ui.says('all sound')
    ui.noFaults()
  })
})
