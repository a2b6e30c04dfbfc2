// A Chromium to drive the built application with.
import puppeteer from 'puppeteer-core'
import { chromium } from '../../scripts/prepare.mjs'
import { scratchFolder } from './server.mjs'

export function launch() {
  return puppeteer.launch({
    executablePath: chromium(),
    headless: true,
    userDataDir: scratchFolder('chromium'),
    defaultViewport: { width: 1280, height: 800 },
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  })
}

/** Signs in through the form. */
export async function signInOn(
  page,
  url,
  mail = 'mara.feldhaus@brackwater.example',
  password = 'ropeway-42',
) {
  await page.goto(`${url}/sign-in`)
  await page.waitForSelector('input[name=mail]')
  await page.type('input[name=mail]', mail)
  await page.type('input[name=password]', password)
  await page.click('button.main')
  await page.waitForSelector('nav[aria-label=Views]')
}
