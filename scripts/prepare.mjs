// Installs what a fresh clone lacks. Needs nothing but Node.js and npm.
import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'

const run = (command, args, env = {}) =>
  execFileSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } })

/**
 * Installs the packages of the lock file where others are installed.
 * Not by `npm ci`: it refuses lock files that leave out packages for other platforms, as npm itself writes them.
 */
export function installPackages() {
  const stamp = 'node_modules/.installed'
  const lock = readFileSync('package-lock.json', 'utf8')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  console.log('Installing packages …')
  run('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel', 'error'])
  writeFileSync(stamp, lock)
}

/** The path of Chromium; installs Debian's package where there is none and we may. */
export function chromium() {
  const known = [
    process.env.CHROMIUM,
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
  ].find((path) => path && existsSync(path))
  if (known) return known
  if (spawnSync('apt-get', ['--version']).status !== 0 || process.getuid?.() !== 0)
    throw new Error(
      'The browser tests need Chromium. Install it, or say where it is with CHROMIUM=/path/to/chromium.',
    )
  console.log('Installing Chromium …')
  run('apt-get', ['update', '-q'])
  run('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'chromium'], {
    DEBIAN_FRONTEND: 'noninteractive',
  })
  return '/usr/bin/chromium'
}

/** Builds the application where it is not up to date. */
export function build() {
  run('node', ['scripts/build.mjs'])
}

/** Makes the demo data in a data folder, unless it is there already. */
export function seedDemo(data, programs = '.output/server/programs') {
  run('node', [`${programs}/seed.mjs`], {
    ILMENITE_DATA: data,
    ILMENITE_MIGRATIONS: 'server/database/migrations',
  })
}
