// A sheet drawn to SVG, against the package dxf, which draws the same drawing.
import { createJiti } from 'jiti'
import { Helper } from 'dxf'
import { median } from './median.mjs'

const jiti = createJiti(import.meta.url)
const { drawSheet, sourceOf } = await jiti.import('../core/formats/index.ts')

const pairs = (...values) => `${values.join('\n')}\n`

/** One of every kind of entity that both draw, and texts, which one of them does not; the same each time. */
function entity(index) {
  const [x, y] = [(index % 200) * 10, Math.floor(index / 200) * 10]
  const at = [10, x, 20, y]
  return [
    () => pairs(0, 'LINE', 8, 'OUTLINE', ...at, 11, x + 7, 21, y + 3),
    () => pairs(0, 'CIRCLE', 8, 'HOLES', ...at, 40, 3),
    () => pairs(0, 'ARC', 8, 'OUTLINE', ...at, 40, 4, 50, 20, 51, 200),
    () =>
      pairs(
        0,
        'LWPOLYLINE',
        8,
        'OUTLINE',
        90,
        3,
        70,
        1,
        ...at,
        42,
        0.4,
        10,
        x + 5,
        20,
        y,
        10,
        x + 5,
        20,
        y + 5,
      ),
    () => pairs(0, 'ELLIPSE', 8, 'OUTLINE', ...at, 11, 4, 21, 1, 40, 0.5, 41, 0, 42, 6.2831),
    () => pairs(0, 'TEXT', 8, 'WORDS', ...at, 40, 2, 1, `Hole ${index}`),
    () => pairs(0, 'INSERT', 8, 'MARKS', 2, 'MARK', ...at, 41, 1.5, 42, 1.5, 50, 30),
  ][index % 7]()
}

function drawing(entities) {
  const mark = pairs(0, 'LINE', 8, '0', 10, 0, 20, 0, 11, 2, 21, 2)
  return (
    pairs(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1015', 0, 'ENDSEC') +
    pairs(0, 'SECTION', 2, 'BLOCKS', 0, 'BLOCK', 8, '0', 2, 'MARK', 70, 0, 10, 0, 20, 0) +
    mark +
    pairs(0, 'ENDBLK', 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES') +
    Array.from({ length: entities }, (_, index) => entity(index)).join('') +
    pairs(0, 'ENDSEC', 0, 'EOF')
  )
}

function milliseconds(draw) {
  const started = performance.now()
  const svg = draw()
  return { svg, took: performance.now() - started }
}

/** How often each of some things stands in a drawing. */
const countOf = (svg, texts) => texts.filter((text) => svg.includes(text)).length

/** One line for the table. */
export function benchDrawing() {
  const text = drawing(20_000)
  const bytes = Buffer.from(text)
  const ours = () => drawSheet(sourceOf(bytes)).svg
  const theirs = () => new Helper(text).toSVG()
  ours()
  theirs()
  const runs = Array.from({ length: 5 }, () => ({ ours: milliseconds(ours), theirs: milliseconds(theirs) }))
  const [mine, other] = ['ours', 'theirs'].map((which) => median(runs.map((run) => run[which].took)))
  const words = Array.from({ length: 20_000 }, (_, index) => index)
    .filter((index) => index % 7 === 5)
    .map((index) => `>Hole ${index}<`)
  return {
    name: 'a drawing of 20,000 entities drawn to SVG, against the package dxf',
    ratio: other / mine,
    atLeast: 1,
    figures: {
      oursMs: mine,
      dxfMs: other,
      textsDrawn: countOf(runs[0].ours.svg, words),
      textsDrawnByDxf: countOf(runs[0].theirs.svg, words),
      textsThere: words.length,
    },
  }
}
