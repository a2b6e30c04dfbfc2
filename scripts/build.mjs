// Builds the application (Nuxt) and its worker and seed programs (esbuild) into .output, unless they are up to date.
import { execFileSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { join } from 'node:path'

const inputs = [
  'app',
  'archive',
  'core',
  'server',
  'shared',
  'demo',
  'modules',
  'public',
  'nuxt.config.ts',
  'package-lock.json',
  'scripts/build.mjs',
  'scripts/programs.mjs',
]
const stampFile = '.output/stamp'

function* filesBelow(path) {
  if (!existsSync(path)) return
  if (statSync(path).isDirectory())
    for (const name of readdirSync(path).sort()) yield* filesBelow(join(path, name))
  else yield path
}

function stamp() {
  const hash = createHash('sha256')
  for (const input of inputs)
    for (const file of filesBelow(input))
      if (!file.endsWith('.test.ts')) hash.update(file).update(readFileSync(file))
  return hash.digest('hex')
}

const wanted = stamp()
if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === wanted) {
  console.log('The build is up to date.')
} else {
  execFileSync('npx', ['nuxt', 'build'], {
    stdio: 'inherit',
    env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' },
  })
  const { buildPrograms } = await import('./programs.mjs')
  await buildPrograms('.output/server/programs')
  writeFileSync(stampFile, wanted)
}
