import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { PDFDocument } from '@cantoo/pdf-lib'
import type { ElementHandle } from 'puppeteer-core'
import { beforeEach, describe, expect, it } from 'vitest'
import { drawing } from '../support/files'
import { signInOn } from '../support/browser.mjs'
import { button, labelled, usePage } from '../support/driver'
import { scratchFolder, signIn } from '../support/server.mjs'

const at = usePage()
const folder = scratchFolder('files')
const put = (name: string, content: string | Buffer) => {
  writeFileSync(join(folder, name), content)
  return join(folder, name)
}
beforeEach(() => signInOn(at.page, at.url))

/** Chooses a file as somebody would. */
async function choose(label: string, path: string) {
  const input = (await at.page.waitForSelector(
    `input[aria-label="${label}"]`,
  )) as ElementHandle<HTMLInputElement>
  await input.uploadFile(path)
}
const filed = async (number: string, fileName: string, content: Buffer | string, as = 'jonas.eckhart') => {
  const call = await signIn(at.url, `${as}@brackwater.example`)
  const asked = { number, folder: '/Grips', classId: 'drawing', fileName }
  const { status, text } = await call('POST', `documents?${new URLSearchParams(asked)}`, Buffer.from(content))
  expect(status, text).toBe(200)
  return call
}

describe('the probe', () => {
  it('opens a file up, and a click binds a place of it to the attribute that is chosen', async () => {
    await at.open('/record?attribute=mass')
    await choose('A file to look into', put('a.dxf', drawing('BR-1', 'Jaw')))
    await at.says('BR-1')
    await at.click(button('field:AUTHOR: not bound yet'))
    await at.says('field:AUTHOR in dxf')
    await at.page.waitForSelector(button('field:AUTHOR: Mass'))
    await at.click(button('field:AUTHOR: Mass'))
    await at.page.waitForSelector(button('field:AUTHOR: not bound yet'))
    at.noFaults()
  })
  it('takes a file from the vault or an archive, by the address', async () => {
    await at.open('/record?attribute=title&archive=Grip archive/Grip/BR-1042_C.dxf')
    await at.says('BR-1042_C.dxf')
    await at.page.waitForSelector(button('field:TITLE: Title'))
    await at.says('revision table')
    await at.open('/record?document=BR-2024')
    await at.says('BR-2024.dxf')
    at.noFaults()
  })
  it('says of a damaged file what is wrong, and of a kind without a sheet that there is none', async () => {
    await at.open('/record')
    await choose('A file to look into', put('a.pdf', '%PDF-1.7\n1 0 obj\n<<'))
    await at.says('No sheet is drawn of this kind of file')
    await choose('A file to look into', put('empty.dxf', ''))
    await at.says('empty.dxf is empty')
    at.noFaults()
  })
  it('counts a near miss over the vault, and takes it as well', async () => {
    const misspelt = drawing('BR-B1', 'Jaw').replace('\n1\nJaw\n2\nTITLE\n', '\n1\nJaw\n2\nTitle\n')
    await filed('BR-B1', 'BR-B1.dxf', misspelt)
    await at.open('/record?attribute=title')
    await at.says('1 spell it “field:Title”')
    await at.says('1 file spells it “field:Title”')
    await at.click(button('take these too'))
    await at.says('field:Title in dxf')
    at.noFaults()
  })
})

describe('an attribute', () => {
  it('is added, named, given its terms, put elsewhere and taken away again', async () => {
    await at.open('/record')
    await at.click(button('+ attribute'))
    await at.fillIn('Name of the attribute', 'Coating', 'Tab')
    await at.says('Coating')
    await at.page.select('select[aria-label="Type"]', 'choice')
    await at.fillIn('Choices', 'zinc, paint', 'Tab')
    await at.fillIn('Begins as', 'zinc', 'Tab')
    await at.click(button('Up'))
    await at.page.waitForFunction(() => {
      const names = [...document.querySelectorAll('[aria-label=Attributes] tbody td:first-child')]
      return names.at(-2)?.textContent?.trim() === 'Coating'
    })
    await at.click(button('Remove'))
    await at.page.waitForFunction(() => !document.body.innerText.includes('Coating'))
    at.noFaults()
  })
})

describe('the sheet of a class', () => {
  it('has an order and headings of its own, and no other has them', async () => {
    await at.open('/record?class=drawing&attribute=mass')
    await at.fillIn('Heading over it', 'Make', 'Tab')
    await at.page.waitForSelector('th.group ::-p-text(Make)')
    await at.click(button('Up'))
    await at.page.waitForFunction(() => {
      const names = [...document.querySelectorAll('[aria-label=Attributes] .one td:first-child')]
      return names[1]?.textContent?.trim() === 'Mass'
    })
    await at.open('/record?attribute=mass')
    await at.page.waitForSelector('[aria-label=Attributes] .one')
    expect(await at.page.$('th.group')).toBeNull()
    at.noFaults()
  })
})

describe('a file on its document’s page', () => {
  const shown = async (number: string, fileName: string, content: Buffer | string, selector: string) => {
    await filed(number, fileName, content)
    await at.open(`/vault/${number}`)
    await at.page.waitForSelector(selector)
    at.noFaults()
  }
  it('is a sheet', () => shown('BR-B2', 'a.dxf', drawing('BR-B2', 'Jaw'), '.paper svg text'))
  it('is a drawing in SVG', () =>
    shown('BR-B3', 'a.svg', readFileSync('tests/corpus/outline.svg'), '.paper svg'))
  it('is the pages of a PDF', async () => {
    await shown('BR-B4', 'a.pdf', readFileSync('tests/corpus/linearized.pdf'), 'canvas[aria-label*="page 1"]')
    await at.page.waitForFunction(() => document.querySelector('canvas')!.width > 500)
  })
  it('is a picture', async () => {
    const onePixel = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    )
    await shown('BR-B5', 'a.png', onePixel, 'canvas[role=img]')
    await at.page.waitForFunction(() => document.querySelector('canvas')!.width === 1)
  })
  it('is a text', async () => {
    await shown('BR-B6', 'a.csv', 'Number;Revision\nBR-1;A\n', 'pre')
    await at.says('BR-1;A')
  })
  it('is a body that turns', () =>
    shown('BR-B7', 'a.step', readFileSync('tests/corpus/assembly.step'), 'canvas[data-shown=true]'))
  it('is none of these, and that is said', async () => {
    await filed('BR-B8', 'a.docx', readFileSync('tests/corpus/note.docx'))
    await at.open('/vault/BR-B8')
    await at.says('a.docx cannot be shown here: download it')
  })
  it('is laid over an earlier version, with what was added and removed', async () => {
    await at.open('/vault/BR-2024')
    await at.page.waitForSelector('select[aria-label="Laid over"]')
    await at.page.select('select[aria-label="Laid over"]', '1')
    await at.page.waitForSelector('[data-look=added] path')
    await at.says('removed since version 1')
    await at.says('differ')
    at.noFaults()
  })
  const page = async (text: string) => {
    const made = await PDFDocument.create()
    made.addPage([400, 300]).drawText(text, { x: 40, y: 200, size: 30 })
    return Buffer.from(await made.save())
  }
  const svg = readFileSync('tests/corpus/outline.svg', 'utf8')
  const circle = svg.replace('</svg>', '<circle cx="5" cy="-5" r="3"/></svg>')
  it.each([
    ['BR-B11', 'a.pdf', () => page('Jaw'), () => page('Grip'), 'canvas[data-shown=true]', 'added in'],
    [
      'BR-B12',
      'a.svg',
      () => svg,
      () => circle,
      'canvas[data-shown=true]',
      'added in 1 spot, removed nowhere',
    ],
    ['BR-B13', 'a.csv', () => 'A;1\nB;2\n', () => 'A;1\nB;3\n', '[data-look=added]', '+ B;3'],
  ])(
    '%s: %s is laid over what it was, with its records',
    async (number, name, first, second, shows, says) => {
      const jonas = await filed(number, name, await first())
      const change = async () => (await jonas('GET', `documents/${number}`)).body.document.change
      await jonas('POST', `documents/${number}/check-out`, { change: await change() })
      await jonas('PUT', `documents/${number}/record`, { change: await change(), values: { mass: '7' } })
      const query = new URLSearchParams({ change: String(await change()), fileName: name })
      const { status } = await jonas(
        'PUT',
        `documents/${number}/check-in?${query}`,
        Buffer.from(await second()),
      )
      expect(status).toBe(200)
      await at.open(`/vault/${number}`)
      await at.page.waitForSelector('select[aria-label="Laid over"]')
      await at.page.select('select[aria-label="Laid over"]', '1')
      await at.page.waitForSelector(shows)
      await at.says(says)
      expect(await at.rows('Record side by side')).toContainEqual(['Mass', '7', '7', ''])
      at.noFaults()
    },
  )
  it('is drawn nearer with the keyboard', async () => {
    await at.open('/vault/BR-2024')
    const frame = await at.page.waitForSelector('[aria-label*="draw nearer and away"]')
    await frame!.focus()
    await at.page.keyboard.press('+')
    await at.says('140 %')
    await at.page.keyboard.press('0')
    await at.says('100 %')
  })
})

describe('work on files', () => {
  it('draws the revisions of what is marked, and lists what was left alone', async () => {
    const jonas = await filed('BR-B9', 'a.dxf', drawing('BR-B9', 'Jaw'))
    const { change } = (await jonas('GET', 'documents/BR-B9')).body.document
    await jonas('POST', 'documents/BR-B9/check-out', { change })
    await filed('BR-B10', 'a.dxf', drawing('BR-B10', 'Jaw'))
    await at.open('/vault?text=BR-B')
    await at.click(labelled('Mark BR-B9'))
    await at.click(labelled('Mark BR-B10'))
    await at.click(button('Work on files'))
    await at.click(button('Draw the revisions'))
    await at.says('checked out by Jonas Eckhart')
    await at.says('1 held, 1 written')
    at.noFaults()
  })
  it('shows under the pointer what a revision looked like', async () => {
    await at.open('/vault/BR-2007')
    await at.page.waitForSelector('.tape .mark')
    await at.page.hover('.tape .mark')
    await at.page.waitForFunction(
      () => (document.querySelector('.tape .mark img') as HTMLImageElement | null)?.naturalWidth,
    )
    at.noFaults()
  })
  it('shows in the list what sheets look like', async () => {
    await at.open('/vault?folder=/Grips')
    await at.click(button('sheets'))
    await at.page.waitForSelector('img[alt="Sheet of BR-2001.dxf"]')
    await at.page.waitForFunction(
      () => (document.querySelector('img[alt="Sheet of BR-2001.dxf"]') as HTMLImageElement).naturalWidth > 0,
    )
    at.noFaults()
  })
})
