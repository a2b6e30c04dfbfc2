import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { signInOn } from '../support/browser.mjs'
import { button, checkbox, labelled, link, usePage } from '../support/driver'
import { scratchFolder } from '../support/server.mjs'

const at = usePage()
const { choose, click, fillIn, noFaults, open, rows, says, textOf } = at
const standsAt = (label: string) =>
  at.page.waitForFunction(
    (wanted) => document.querySelector('[data-role=at]')?.textContent === wanted,
    {},
    label,
  )

describe('a scheme as a ruler', () => {
  it('is walked step by step, by mouse and by keyboard, and said where a step is impossible', async () => {
    await signInOn(at.page, at.url)
    await open('/revisions/station?at=P01.01')
    await standsAt('P01.01')
    await at.page.keyboard.press('m')
    await standsAt('P01.02')
    await click('button ::-p-text(settle)')
    await standsAt('P01')
    await at.page.keyboard.press('j')
    await standsAt('P02.01')
    await at.page.keyboard.press('x')
    await standsAt('C01')
    expect(await at.page.$eval('.steps .tape', (tape) => tape.getAttribute('aria-label'))).toBe(
      'P01.01, P01.02, P01, P02.01, C01',
    )
    const minor = await at.page.waitForSelector('button ::-p-text(minor)')
    expect(
      await minor!.evaluate((element) => [
        element.closest('button')!.disabled,
        element.closest('button')!.title,
      ]),
    ).toEqual([true, 'C01 has no minor revision: its series counts majors only'])
    await click('::-p-aria(P05: series preliminary, major 05)')
    await standsAt('P05')
    noFaults()
  })

  it('follows its counters at once, keeps used labels, and says when a label would stand twice', async () => {
    await signInOn(at.page, at.url)
    await open('/revisions/workshop-letters')
    await standsAt('A')
    await fillIn('Letters that the major of issue skips', 'IOQ', 'Tab')
    await at.page.waitForSelector('::-p-aria(S: series issue, major S)')
    await fillIn('Letters that the major of issue skips', 'B', 'Tab')
    await says('labels in use stand in the way: B would be no label of “Workshop letters” any more: BR-')
    await click(button('new'))
    await says('Used by no lifecycle')
    await click(button('Add a series'))
    await choose('What the major of trial counts', 'list')
    await fillIn('Values of the major of trial', 'A, Z', 'Tab')
    await says('“A” is both major A of series “issue” and major A of series “trial”')
    await click(button('Review and publish'))
    await says('“A” is both major A')
    expect(
      await (await at.page.waitForSelector(button('Publish')))!.evaluate(
        (element) => (element as HTMLButtonElement).disabled,
      ),
    ).toBe(true)
    await click(button('Take the draft back'))
    await says('Nothing yet')
    noFaults()
  })
})

describe('labels in the box', () => {
  it('show their place, and a scheme is inferred from a messy list and put into the draft', async () => {
    await signInOn(at.page, at.url)
    await open('/revisions/workshop-letters')
    await standsAt('A')
    const messy = ['01', '02', 'rev 03', 'A', 'B', 'B01', 'B-02', 'c', 'C', 'D', 'D01', '01', 'A', 'A', '??']
    await at.page.type(labelled('Labels, one a line'), messy.join('\n'))
    await says('refused 5')
    await click('::-p-text(refused 5)')
    await says('is no label of “Workshop letters”')
    await click(button('Infer a scheme'))
    await says('93.3 % of 15 labels (12 different) are explained by 2 series')
    await says('numbers, 2 digits')
    await says('1 label is left over')
    await fillIn('Name of the inferred scheme', 'Old firm')
    await click(button('Add to the draft'))
    await says('Old firm is in the draft')
    await standsAt('01')
    await at.page.type(labelled('Labels, one a line'), '\nB02')
    await says('tolerated')
    noFaults()
  })
  it('come from an archive’s file names, and are plotted with the outliers apart', async () => {
    await signInOn(at.page, at.url)
    await open('/revisions/workshop-letters')
    await choose('Take labels from', 'archive:Grip archive')
    await says('labels from Grip archive')
    const plot = await at.page.waitForSelector(
      '[role=img][aria-label^="How many there are at each label"] svg',
    )
    expect(plot).not.toBeNull()
    expect(
      await at.page.$eval('[aria-label^="How many there are at each label"]', (element) =>
        element.getAttribute('aria-label'),
      ),
    ).toMatch(/: A \d+, B \d+.*Not read: .*O 1/)
    await click(button('Infer a scheme'))
    await says('explained by')
    noFaults()
  })
  it('leave the order of the series a guess, until a register with dates says it', async () => {
    await signInOn(at.page, at.url)
    await open('/revisions/workshop-letters')
    await at.page.type(labelled('Labels, one a line'), ['B', '1', 'A', '2', 'C', '1'].join('\n'))
    await click(button('Infer a scheme'))
    await says('Which series comes first is a guess')
    const register = join(scratchFolder('upload'), 'register.csv')
    const lines = ['N-1,1,2012-05-01', 'N-1,A,2011-05-01', 'N-2,B,2011-06-01', 'N-2,2,2013-06-01']
    writeFileSync(register, ['Number,Revision,Date', ...lines].join('\n'))
    await (await at.page.waitForSelector('input[type=file]'))!.uploadFile(register)
    await says('4 labels')
    await click(button('Infer a scheme'))
    await says('of 4 labels (4 different) are explained by 2 series')
    expect(await at.page.$eval('[aria-label="Inferred scheme"]', (box) => box.textContent)).not.toMatch(
      /guess/,
    )
    expect(
      await at.page.$$eval('[aria-label="Inferred scheme"] ol > li', (series) =>
        series.map((one) => one.textContent!.trim().split(' ')[0]),
      ),
    ).toEqual(['letters', 'numbers'])
    noFaults()
  })
  it('are refused in words where a file is no list', async () => {
    await signInOn(at.page, at.url)
    await open('/revisions/workshop-letters')
    const picture = join(scratchFolder('upload'), 'drawing.png')
    writeFileSync(picture, Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 1, 2]))
    await (await at.page.waitForSelector('input[type=file]'))!.uploadFile(picture)
    await says('drawing.png: line 1 has characters that no text has: this is not a list of labels')
    noFaults()
  })
})

describe('two schemes side by side', () => {
  it('propose what each label becomes, and say where the order would not survive', async () => {
    await signInOn(at.page, at.url)
    await open('/revisions/note-numbers?with=workshop-letters')
    await says('Note numbers becomes Workshop letters')
    await at.page.waitForSelector('[aria-label=Conversion] tbody tr')
    expect((await rows('Conversion')).map((row) => row[0])).toEqual(['0'])
    await at.page.type(labelled('Labels, one a line'), '1\n2')
    await at.page.waitForFunction(
      () => document.querySelectorAll('[aria-label=Conversion] tbody tr').length === 3,
    )
    await says('The order of every history survives: 3 labels')
    await fillIn('2 becomes', 'A')
    await says('2 comes after 1, but A comes before B')
    await fillIn('2 becomes', 'F')
    await says('The order of every history survives')
    await click('::-p-text(Keep as legacy spellings)')
    await says('3 legacy spellings of Workshop letters are in the draft')
    await open('/publish')
    await says('Workshop letters: 0 stands for A; 1 stands for B; 2 stands for F')
    await click(button('Take the draft back'))
    await says('Nothing yet')
    noFaults()
  })
})

describe('adopting from the vault', () => {
  it('takes a folder of mixed labels with their references, and issues without a step', async () => {
    await signInOn(at.page, at.url)
    await open('/vault')
    await choose('Folder', '/Line/Carried over')
    await click(link('Adopt the folder’s labels'))
    await says('ready 6')
    await says('no step to Issued')
    await fillIn('New label of BR-5005', 'N', 'Tab')
    await says('ready 7')
    await fillIn('Comment', 'As on the prints')
    await click(button('Adopt 7 labels'))
    await says('7 labels adopted')
    await says('ready 0')
    await says('adopted already 9')

    // On to Issued, and the label stays.
    await signInOn(at.page, at.url, 'harun.delacroix@brackwater.example')
    await open('/vault/BR-5003?act=send-to-check')
    await click('[aria-label="Send to check"] button.main')
    await says('BR-5003 stands in Checking')
    await signInOn(at.page, at.url, 'gregor.ashdown@brackwater.example')
    await open('/vault/BR-5003?act=issue')
    await says('D → D')
    await click('[aria-label="Issue"] button.main')
    await says('BR-5003 stands in Issued')
    expect(await textOf('[data-role=revision]')).toBe('D')
    expect((await rows('Revision register')).map((row) => row.slice(0, 2))).toEqual([
      ['D', 'adopted'],
      ['A', 'native'],
    ])
    noFaults()
  })
  it('marks several documents by keyboard and adopts those', async () => {
    await signInOn(at.page, at.url)
    await open('/vault?text=N-10')
    await says('2 documents')
    await at.page.focus('[aria-label="Documents, rows"]')
    for (const key of ['ArrowDown', 'Space', 'ArrowDown', 'Space'] as const) await at.page.keyboard.press(key)
    await click(link('Adopt 2 marked'))
    await says('all 2')
    await says('one below: adopt 2')
    noFaults()
  })
  it('offers one below where only a step leads on, and it lands right', async () => {
    await signInOn(at.page, at.url)
    await open('/adoption?numbers=N-101&at=N-101')
    await says('Only stepping ways lead to Issued (Issue)')
    await click('::-p-text(Adopt one below, 2)')
    await says('Then Issue steps to 3 in Issued')
    await click(button('Adopt 1 label'))
    await says('1 label adopted')
    await open('/vault/N-101?act=issue')
    await says('2 → 3')
    await click('[aria-label="Issue"] button.main')
    await says('N-101 stands in Issued, 2 → 3')
    noFaults()
  })
  it('says every reason when state, right and check-out stand in the way', async () => {
    await signInOn(at.page, at.url)
    await open('/adoption?folder=/Line/Carried over&at=BR-5014')
    await says('Mara Feldhaus has no right to adopt in /Line/Carried over/Sealed')
    await says('folder /Line/Carried over/Sealed')
    await open('/adoption?folder=/Line/Carried over&at=BR-5008')
    await says('BR-5008 is checked out by Harun Delacroix. the document: ask Harun Delacroix to check it in')
    await signInOn(at.page, at.url, 'harun.delacroix@brackwater.example')
    await open('/adoption?numbers=BR-5009&at=BR-5009')
    await says('3 reasons against')
    await says('bring it to Drafting')
    await says('ask Vault Administration')
    noFaults()
  })
})

describe('the revisions of a document', () => {
  it('a part is revised with its two parents, in one act', async () => {
    await signInOn(at.page, at.url)
    await open('/vault?state=issued&folder=/Grips')
    await open('/vault/BR-2024')
    await click(button('New revision'))
    await says('The chain up to the top')
    await click(checkbox('Revise BR-2021'))
    await click(checkbox('Revise BR-2026'))
    await says('All of it, or nothing')
    expect((await rows('Chain')).map((row) => row.at(-1))).toEqual(['A → B', 'A → B', 'A → B'])
    await click(button('Make 3 new revisions'))
    await says('New revisions: BR-2024, BR-2021, BR-2026')
    for (const number of ['BR-2024', 'BR-2021', 'BR-2026']) {
      await open(`/vault/${number}`)
      await at.page.waitForFunction(() => document.querySelector('[data-role=revision]')?.textContent === 'B')
    }
    noFaults()
  })
  it('a label is corrected with a reason, and the register shows what it was', async () => {
    await signInOn(at.page, at.url)
    await open('/vault/BR-5001')
    await click(button('Correct C'))
    await fillIn('The label it should have had', 'A')
    await says('A stands in the register already')
    await fillIn('The label it should have had', 'b')
    await says('correcting a label asks for a comment')
    await at.page.type(labelled('Why it is corrected'), 'Signature missed on C')
    await says('The row says B')
    await click(button('Correct the label'))
    await says('keeps what it was')
    await says('B was C until')
    expect(await textOf('[data-role=revision]')).toBe('B')
    expect(await at.page.$eval('.standing .tape', (tape) => tape.getAttribute('aria-label'))).toMatch(
      /B from before the vault \(corrected, was C\)/,
    )
    noFaults()
  })
  it('an earlier version comes back as a new one', async () => {
    await signInOn(at.page, at.url)
    await open('/vault/BR-5001')
    await click(button('Roll back to version 1'))
    await says('rolling back asks for a comment')
    await at.page.type(labelled('Why it is rolled back'), 'Wrong print')
    await says('Version 3 has the content of version 1')
    await click('[aria-label="Roll back to version 1"] button.main')
    await at.page.waitForFunction(
      () => document.querySelectorAll('[aria-label=Versions] tbody tr').length === 3,
    )
    noFaults()
  })
  it('a reference is added and taken away', async () => {
    await signInOn(at.page, at.url)
    await open('/vault/BR-5007')
    await fillIn('Number it refers to', 'BR-5012', 'Enter')
    await at.page.waitForSelector(link('BR-5012'))
    await fillIn('Number it refers to', 'BR-9999', 'Enter')
    await says('there is no document BR-9999')
    await click(button('Take the reference to BR-5012 away'))
    await at.page.waitForFunction(
      () => !document.querySelector('[aria-label="Take the reference to BR-5012 away"]'),
    )
    noFaults()
  })
})
