// `npm test`: installs what is missing, builds, then types, lint and unit tests side by side, then API and browser
// tests one after the other, since both measure time, and a closing line with the counts.
import { spawn } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { build, chromium, installPackages } from './prepare.mjs'

installPackages()
process.env.CHROMIUM = chromium()
build()
rmSync('tests/.work', { recursive: true, force: true })
mkdirSync('tests/.work', { recursive: true })

const counts = { passed: 0, failed: 0 }

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

async function step(name, command, args) {
  counts[(await run(name, command, args, true)) ? 'passed' : 'failed']++
}

async function tests(name, projects, apart) {
  const report = `tests/.work/${projects.join('-')}.json`
  const args = projects.flatMap((project) => ['--project', project])
  const reporters = ['--reporter=default', '--reporter=json', `--outputFile=${report}`]
  const ok = await run(name, 'npx', ['vitest', 'run', ...args, ...reporters], apart)
  try {
    const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(report, 'utf8'))
    counts.passed += numPassedTests
    counts.failed += numFailedTests || (ok ? 0 : 1)
  } catch {
    counts.failed++
  }
}

await Promise.all([
  step('types', 'npm', ['run', '--silent', 'typecheck']),
  step('lint and format', 'npm', ['run', '--silent', 'lint']),
  tests('unit tests', ['unit'], true),
])
await tests('API and browser tests', ['api', 'browser'], false)
console.log(`\n${counts.passed} passed, ${counts.failed} failed`)
process.exit(counts.failed ? 1 : 0)
