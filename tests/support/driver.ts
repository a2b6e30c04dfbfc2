import type { Browser, Page } from 'puppeteer-core'
import { afterAll, beforeAll, beforeEach, expect } from 'vitest'
import { launch } from './browser.mjs'
import { demoData, startServer } from './server.mjs'

export const button = (name: string) => `::-p-aria([name="${name}"][role="button"])`
export const link = (name: string) => `::-p-aria([name="${name}"][role="link"])`
export const checkbox = (name: string) => `::-p-aria([name="${name}"][role="checkbox"])`
export const radio = (name: string) => `::-p-aria([name="${name}"][role="radio"])`
export const labelled = (name: string) => `::-p-aria(${name})`

/**
 * A server and a fresh page for each test, driven through roles and visible text. A fault of the page itself fails the
 * test that caused it, through `noFaults`.
 * @param makeData makes the server's data folder, with the demo data unless said otherwise
 */
export function usePage(makeData: () => string = demoData) {
  let data: string
  let server: Awaited<ReturnType<typeof startServer>>
  let browser: Browser
  let page: Page
  const faults: string[] = []
  beforeAll(async () => {
    data = makeData()
    server = await startServer(data)
    browser = await launch()
  })
  afterAll(async () => {
    await browser?.close()
    await server?.stop()
  })
  beforeEach(async () => {
    await page?.close()
    page = await browser.newPage()
    page.setDefaultTimeout(15_000)
    page.on('pageerror', (error) => faults.push(String(error)))
  })
  return {
    get page() {
      return page
    },
    get url() {
      return server.url
    },
    get data() {
      return data
    },
    /** Returns the server’s output so far. */
    printed: () => server.output(),
    noFaults: () => expect(faults).toEqual([]),
    click: (what: string) => page.locator(what).click(),
    /** Waits until the page says something; a failure tells what it says instead. */
    async says(text: string) {
      const said = () => page.evaluate(() => document.body.innerText.replace(/\s+/g, ' '))
      await page
        .waitForFunction(
          (wanted) =>
            document.body.innerText.replace(/\s+/g, ' ').toLowerCase().includes(wanted.toLowerCase()),
          {},
          text,
        )
        .catch(async () => expect(await said(), `the page at ${page.url()}`).toContain(text))
    },
    async open(path: string) {
      await page.goto(server.url + path)
      await page.waitForSelector('main')
    },
    async fillIn(name: string, value: string, andThen?: 'Tab' | 'Enter') {
      const field = await page.waitForSelector(labelled(name))
      await field!.click({ count: 3 })
      await page.keyboard.press('Backspace')
      if (value) await field!.type(value)
      if (andThen) await page.keyboard.press(andThen)
    },
    /** Presses Tab until the focus stands on what has a name, as somebody without a mouse would. */
    async tabTo(name: string) {
      for (let pressed = 0; pressed < 250; pressed++) {
        await page.keyboard.press('Tab')
        const at = await page.evaluate(() => {
          const element = document.activeElement as HTMLInputElement
          return (
            element.getAttribute('aria-label') ??
            element.labels?.[0]?.innerText ??
            element.innerText
          ).trim()
        })
        if (at === name) return
      }
      expect.fail(`no way by Tab to “${name}”`)
    },
    async press(...keys: Parameters<Page['keyboard']['press']>[0][]) {
      for (const key of keys) await page.keyboard.press(key)
    },
    async chord(modifier: 'Control' | 'Shift' | 'Alt', key: Parameters<Page['keyboard']['press']>[0]) {
      await page.keyboard.down(modifier)
      await page.keyboard.press(key)
      await page.keyboard.up(modifier)
    },
    choose: async (name: string, value: string) =>
      (await page.waitForSelector(labelled(name)))!.select(value),
    /** The cells of a table's rows, as they are read, once there are some. */
    async rows(label: string) {
      await page.waitForSelector(`[aria-label="${label}"] tbody tr`)
      return page.$$eval(`[aria-label="${label}"] tbody tr`, (list) =>
        list.map((row) => (row as HTMLElement).innerText.split('\t').map((cell) => cell.trim())),
      )
    },
    textOf: (selector: string) =>
      page.$eval(selector, (element) => (element as HTMLElement).innerText.replace(/\s+/g, ' ').trim()),
  }
}
