// `npm run dev`: serves the application with reload, on the demo data. Workers and seed are built once, at the start.
import { spawn } from 'node:child_process'
import { resolve } from 'node:path'
import { installPackages, seedDemo } from './prepare.mjs'

installPackages()
const { buildPrograms } = await import('./programs.mjs')
// Below the project's packages, so that worker and development server load the same copy of SQLite.
const programs = resolve('node_modules/.cache/ilmenite/programs')
await buildPrograms(programs)
const data = resolve(process.env.ILMENITE_DATA ?? 'data')
seedDemo(data, programs)
const port = process.env.PORT ?? '4711'
const env = {
  ...process.env,
  ILMENITE_DATA: data,
  ILMENITE_MIGRATIONS: resolve('server/database/migrations'),
  ILMENITE_PROGRAMS: programs,
  NUXT_TELEMETRY_DISABLED: '1',
}
const child = spawn('node_modules/.bin/nuxt', ['dev', '--host', '127.0.0.1', '--port', port], {
  stdio: 'inherit',
  env,
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal))
child.on('exit', (code) => process.exit(code ?? 0))
