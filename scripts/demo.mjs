// `npm run demo`: installs, builds, makes the demo data on the first start, and serves.
import { resolve } from 'node:path'
import { build, installPackages, seedDemo } from './prepare.mjs'

installPackages()
build()
const data = resolve(process.env.ILMENITE_DATA ?? 'data')
const port = process.env.PORT ?? '4710'
try {
  seedDemo(data)
} catch {
  process.exit(2)
}
console.log(`
  Ilmenite with the demo data of Brackwater Ropeways: http://127.0.0.1:${port}

    administrator   mara.feldhaus@brackwater.example     ropeway-42
    author          jonas.eckhart@brackwater.example     ropeway-42
    release board   gregor.ashdown@brackwater.example    ropeway-42
`)
process.argv.splice(2, process.argv.length, 'serve', '--port', port, '--data', data)
await import('../bin/ilmenite.mjs')
