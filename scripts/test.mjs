// `npm test`: installs what is missing, builds, then types, lint and unit tests side by side, then API and browser
// tests one after the other, since both measure time, and closing lines with what failed and the counts.
import { spawn } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { build, chromium, installPackages } from './prepare.mjs'

installPackages()
process.env.CHROMIUM = chromium()
build()
rmSync('tests/.work', { recursive: true, force: true })
mkdirSync('tests/.work', { recursive: true })

const counts = { passed: 0, failed: 0 }
/** What failed, told once more at the very end, where it is not lost among what passed. */
const failures = []

/** Runs a command; with `apart` what it says is told once it is over, so that it is not mixed with others'. */
function run(name, command, args, apart) {
  return new Promise((resolve) => {
    if (!apart) console.log(`\n— ${name}`)
    const child = spawn(command, args, { stdio: apart ? ['ignore', 'pipe', 'pipe'] : 'inherit' })
    const said = []
    child.stdout?.on('data', (part) => said.push(part))
    child.stderr?.on('data', (part) => said.push(part))
    child.on('error', (error) => said.push(Buffer.from(error.message)))
    child.on('close', (status) => {
      if (apart) process.stdout.write(`\n— ${name}\n${Buffer.concat(said)}`)
      resolve(status === 0)
    })
  })
}

function fail(count, names) {
  counts.failed += count
  failures.push(...names)
}

/** The failed tests of a report with the first line of why, and the files that could not be run at all. */
function failed({ testResults }) {
  return testResults.flatMap(({ name, status, message, assertionResults }) => {
    const tests = assertionResults.filter((test) => test.status === 'failed')
    if (status === 'failed' && !tests.length) return [`${name}: ${message}`]
    return tests.map((test) => `${test.fullName}: ${test.failureMessages[0]?.split('\n')[0]}`)
  })
}

async function step(name, command, args) {
  if (await run(name, command, args, true)) counts.passed++
  else fail(1, [name])
}

async function tests(name, projects, apart) {
  const report = `tests/.work/${projects.join('-')}.json`
  const args = projects.flatMap((project) => ['--project', project])
  const reporters = ['--reporter=default', '--reporter=json', `--outputFile=${report}`]
  const ok = await run(name, 'npx', ['vitest', 'run', ...args, ...reporters], apart)
  try {
    const told = JSON.parse(readFileSync(report, 'utf8'))
    counts.passed += told.numPassedTests
    fail(told.numFailedTests || (ok ? 0 : 1), failed(told))
  } catch {
    fail(1, [`${name}: no report`])
  }
}

await Promise.all([
  step('types', 'npm', ['run', '--silent', 'typecheck']),
  step('lint and format', 'npm', ['run', '--silent', 'lint']),
  tests('unit tests', ['unit'], true),
])
await tests('API and browser tests', ['api', 'browser'], false)
for (const failure of failures) console.log(`failed: ${failure}`)
console.log(`\n${counts.passed} passed, ${counts.failed} failed`)
process.exit(counts.failed ? 1 : 0)
