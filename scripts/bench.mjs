// `npm run bench`: measures, prints a table, and writes bench/results.json. Ratios are of figures from one
// run on one machine.
import { writeFileSync } from 'node:fs'
import { build, installPackages } from './prepare.mjs'

installPackages()
build()
const { benchDrawing } = await import('../bench/drawing.mjs')
const { benchFiles } = await import('../bench/files.mjs')
const { benchIntake } = await import('../bench/intake.mjs')
const { benchConditions } = await import('../bench/conditions.mjs')
const { benchLifecycles } = await import('../bench/lifecycles.mjs')
const { benchEngine } = await import('../bench/engine.mjs')
const { benchLetters } = await import('../bench/letters.mjs')
const { benchRights } = await import('../bench/rights.mjs')
const { benchRevisions } = await import('../bench/revisions.mjs')
const { benchSheet } = await import('../bench/sheet.mjs')
const { benchMillion } = await import('../bench/million.mjs')
const { benchVault } = await import('../bench/vault.mjs')
const lines = [
  ...benchRevisions(),
  ...(await benchConditions()),
  ...benchLifecycles(),
  ...benchEngine(),
  await benchLetters(),
  ...(await benchRights()),
  ...(await benchFiles()),
  benchDrawing(),
  await benchIntake(),
  await benchVault(),
  ...(await benchMillion()),
  ...(await benchSheet()),
]
for (const { name, ratio, atLeast, figures } of lines) {
  console.log(
    `\n${name}\n  ratio ${ratio.toFixed(2)} (at least ${atLeast}: ${ratio >= atLeast ? 'held' : 'NOT held'})`,
  )
  for (const [figure, value] of Object.entries(figures))
    console.log(`  ${figure.padEnd(26)} ${typeof value === 'number' ? Number(value.toFixed(2)) : value}`)
}
writeFileSync('bench/results.json', `${JSON.stringify(lines, null, 2)}\n`)
process.exitCode = lines.every(({ ratio, atLeast }) => ratio >= atLeast) ? 0 : 1
process.exit()
