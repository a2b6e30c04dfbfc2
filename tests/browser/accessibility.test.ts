import { readFileSync } from 'node:fs'
import type { Browser, Page } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { areas } from '../../app/areas'
import { launch, signInOn } from '../support/browser.mjs'
import { demoData, startServer } from '../support/server.mjs'

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')
let server: Awaited<ReturnType<typeof startServer>>
let browser: Browser
let page: Page

beforeAll(async () => {
  server = await startServer(demoData())
  browser = await launch()
  page = await browser.newPage()
  await signInOn(page, server.url)
})
afterAll(async () => {
  await browser?.close()
  await server?.stop()
})

interface Violation {
  id: string
  nodes: { html: string }[]
}

/** What WCAG 2 A and AA find on the page as it stands. */
async function violations(): Promise<string[]> {
  await page.evaluate(axe)
  const found = (await page.evaluate(
    `axe.run(document, { runOnly: ['wcag2a', 'wcag2aa'] }).then((result) => result.violations)`,
  )) as Violation[]
  return found.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`))
}

describe('every view, in the light and in the dark', () => {
  it.each([...areas.flatMap(({ samples }) => samples), '/vault/BR-2024?new=revision'])(
    '%s can be read and worked by everybody',
    async (path) => {
      await page.goto(server.url + path)
      await page.waitForSelector('main h1')
      for (const dark of [false, true]) {
        await page.evaluate((on) => document.documentElement.classList.toggle('dark', on), dark)
        await new Promise((resolve) => setTimeout(resolve, 400))
        expect(await violations(), dark ? 'in the dark' : 'in the light').toEqual([])
      }
    },
  )
})
