// A lifecycle of 40 states and 200 transitions on its sheet and its map: frames as Chromium paints them while
// it is laid out, scrolled and edited.
import { launch, signInOn } from '../tests/support/browser.mjs'
import { demoData, signIn, startServer } from '../tests/support/server.mjs'
import { largeConfiguration } from './lifecycles.mjs'
import { median } from './median.mjs'

/** The demo's configuration with a large lifecycle in it, as a draft. */
async function draftLarge(call) {
  const { body: configuration } = await call('GET', 'configuration/export')
  const {
    states,
    lifecycles: [large],
  } = largeConfiguration()
  const lifecycle = {
    ...large,
    name: 'Large',
    scheme: 'workshop-letters',
    states: large.states.map((use) => ({
      ...use,
      grants: { 'group:vault-administration': ['see', 'edit', 'move'] },
    })),
    transitions: large.transitions.map((transition) => ({
      ...transition,
      firedBy: ['group:vault-administration'],
      effects: [],
    })),
  }
  const {
    body: { draft },
  } = await call('GET', 'configuration')
  const file = new TextEncoder().encode(
    JSON.stringify({
      ...configuration,
      states: [...configuration.states, ...states],
      lifecycles: [...configuration.lifecycles, lifecycle],
    }),
  )
  const { status, text } = await call(
    'PUT',
    `draft/import?change=${draft?.change ?? 0}&fileName=large.json`,
    file,
  )
  if (status !== 200) throw new Error(`the large configuration was not taken: ${text}`)
}

/** Milliseconds from frame to frame while something is done. */
async function frames(page, act) {
  await page.evaluate(() => {
    const times = (window.frameTimes = [])
    window.recording = true
    const tick = (now) => {
      times.push(now)
      if (window.recording) requestAnimationFrame(tick)
    }
    requestAnimationFrame(tick)
  })
  await act()
  const times = await page.evaluate(() => {
    window.recording = false
    return window.frameTimes
  })
  const gaps = times
    .slice(1)
    .map((time, index) => time - times[index])
    .sort((a, b) => a - b)
  return {
    median: median(gaps),
    p95: gaps[Math.floor(gaps.length * 0.95)],
    worst: gaps.at(-1),
    over32: gaps.filter((gap) => gap > 32).length,
    count: gaps.length,
  }
}

/** The distribution of frames as figures, under the name of what was done. */
const asFigures = (name, frames) =>
  Object.fromEntries(
    Object.entries(frames).map(([figure, value]) => [
      name + figure[0].toUpperCase() + figure.slice(1) + (/over|count/.test(figure) ? '' : 'Ms'),
      value,
    ]),
  )

/** A page of lines of text and nothing else: the frames that it misses are the machine's. */
async function plainPage(browser) {
  const page = await browser.newPage()
  const lines = Array.from({ length: 1400 }, (_, line) => `<p>Line ${line}, with some words beside it</p>`)
  await page.setContent(
    `<style>main { height: 700px; overflow: auto } p { margin: 0; height: 28px }</style><main>${lines.join('')}</main>`,
  )
  return page
}

const pause = (ms) => new Promise((done) => setTimeout(done, ms))

async function scroll(page) {
  await page.mouse.move(700, 450)
  for (let turn = 0; turn < 120; turn++) {
    await page.mouse.wheel({ deltaY: turn % 60 < 30 ? 160 : -160 })
    await pause(16)
  }
}

/** Edits of one cell, each until the draft has it; with how long the slowest took. */
async function edit(page) {
  const times = []
  for (let turn = 0; turn < 12; turn++) {
    const started = performance.now()
    const answered = page.waitForResponse((response) => response.url().endsWith('/api/draft/edits'))
    await page.select('[aria-label="Content in State 2"]', turn % 2 ? 'open' : 'closed')
    await answered
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
    times.push(performance.now() - started)
  }
  return times
}

async function pan(page) {
  await page.mouse.move(700, 400)
  await page.mouse.down()
  for (let step = 0; step < 60; step++) {
    await page.mouse.move(700 - (step % 30) * 12, 400 - (step % 20) * 6)
    await pause(16)
  }
  await page.mouse.up()
}

/** Milliseconds until a page that is opened by its address shows something. */
async function shown(page, address, isThere) {
  const started = performance.now()
  await page.goto(address)
  await page.waitForFunction(isThere, { timeout: 60_000 })
  return performance.now() - started
}

const sheetStands = () => document.querySelectorAll('.rung').length > 8

/** How long the sheet takes for people who sign in and open it at once, each in a browser that has seen none of it. */
async function firstOpenings(browser, url) {
  const times = []
  for (let person = 0; person < 6; person++) {
    const context = await browser.createBrowserContext()
    const page = await context.newPage()
    await signInOn(page, url)
    times.push(await shown(page, `${url}/lifecycles/l0`, sheetStands))
    await context.close()
  }
  return times
}

/** Until the margin shows what an edit spoils: content that may change in an issued state. */
async function untilFound(page) {
  const times = []
  for (let turn = 0; turn < 5; turn++) {
    for (const value of ['open', 'closed']) {
      const started = performance.now()
      await page.select('[aria-label="Content in State 9"]', value)
      await page.waitForFunction(
        (marked) =>
          document.querySelector('[aria-label="State 9, issued"]').innerText.includes('▲') === marked,
        {},
        value === 'open',
      )
      times.push(performance.now() - started)
    }
  }
  return median(times)
}

/**
 * Three lines for the table: what the sheet may take over the median of its first openings; two frames over the 95th
 * percentile of frames, the worst of scrolling, editing and panning, where a plain page scrolled beside it is no slower
 * than that; and half a second over the time until an edit's
 * findings stand in the margin.
 */
export async function benchSheet() {
  const server = await startServer(demoData())
  const browser = await launch()
  try {
    await draftLarge(await signIn(server.url))
    const firsts = await firstOpenings(browser, server.url)
    const page = await browser.newPage()
    await signInOn(page, server.url)
    const sheets = []
    for (let turn = 0; turn < 6; turn++) {
      sheets.push(await shown(page, `${server.url}/lifecycles/l0`, sheetStands))
      await pause(turn < 5 ? 300 : 3000)
    }
    const scrolled = await frames(page, () => scroll(page))
    const plain = await plainPage(browser)
    const plainScrolled = await frames(plain, () => scroll(plain))
    await plain.close()
    await page.bringToFront()
    let edits = []
    const edited = await frames(page, async () => {
      edits = await edit(page)
    })
    const foundMs = await untilFound(page)
    const maps = []
    for (let turn = 0; turn < 4; turn++) {
      // By its address alone, as somebody opens it who has not been here before.
      await page.evaluate(() => sessionStorage.clear())
      const isDrawn = () => document.querySelectorAll('.vue-flow .transition').length === 200
      maps.push(await shown(page, `${server.url}/lifecycles/l0?view=map`, isDrawn))
      await pause(2000)
    }
    const panned = await frames(page, () => pan(page))
    const p95 = Math.max(scrolled.p95, edited.p95, panned.p95)
    return [
      {
        name: 'the sheet of a lifecycle of 40 states and 200 transitions: 600 ms over the median of its first openings',
        ratio: 600 / median(firsts),
        atLeast: 1,
        figures: {
          ...Object.fromEntries(firsts.map((ms, person) => [`first${person + 1}Ms`, ms])),
          againMedianMs: median(sheets),
          againSlowestMs: Math.max(...sheets),
        },
      },
      {
        name: 'a lifecycle of 40 states and 200 transitions in Chromium: two frames, or what a plain page takes where that is more, over the 95th percentile of its frames',
        ratio: Math.max(32, plainScrolled.p95) / p95,
        atLeast: 1,
        figures: {
          ...asFigures('scroll', scrolled),
          ...asFigures('edit', edited),
          ...asFigures('pan', panned),
          ...asFigures('plainScroll', plainScrolled),
          editAnsweredMs: median(edits),
          mapShownMs: median(maps),
          mapSlowestMs: Math.max(...maps),
        },
      },
      {
        name: 'the findings on such an edit in the margin: 500 ms over the median',
        ratio: 500 / foundMs,
        atLeast: 1,
        figures: { foundMs },
      },
    ]
  } finally {
    await browser.close()
    await server.stop()
  }
}
