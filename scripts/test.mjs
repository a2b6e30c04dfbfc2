// `npm test`: installs what is missing, builds, then types, lint, unit, API and browser tests, and a closing
// line with the counts.
import { spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { build, chromium, installPackages } from './prepare.mjs'

installPackages()
process.env.CHROMIUM = chromium()
build()
rmSync('tests/.work', { recursive: true, force: true })
mkdirSync('tests/.work', { recursive: true })

const counts = { passed: 0, failed: 0 }
function step(name, command, args) {
  console.log(`\n— ${name}`)
  const ok = spawnSync(command, args, { stdio: 'inherit' }).status === 0
  counts[ok ? 'passed' : 'failed']++
  return ok
}

step('types', 'npm', ['run', '--silent', 'typecheck'])
step('lint and format', 'npm', ['run', '--silent', 'lint'])
const report = 'tests/.work/report.json'
if (
  !step('unit, API and browser tests', 'npx', [
    'vitest',
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile=${report}`,
  ])
)
  counts.failed--
else counts.passed--
try {
  const { numPassedTests, numFailedTests, success } = JSON.parse(readFileSync(report, 'utf8'))
  counts.passed += numPassedTests
  counts.failed += numFailedTests || (success ? 0 : 1)
} catch {
  counts.failed++
}
console.log(`\n${counts.passed} passed, ${counts.failed} failed`)
process.exit(counts.failed ? 1 : 0)
