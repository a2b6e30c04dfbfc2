// The raw limit that an intake is held against: a plain script that hashes every file of a folder and copies it.
import { createHash } from 'node:crypto'
import { copyFile, mkdir, readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'

const [from, to] = process.argv.slice(2)
await mkdir(to, { recursive: true })
const started = performance.now()
let files = 0
for (const entry of await readdir(from, { recursive: true, withFileTypes: true })) {
  if (!entry.isFile()) continue
  const path = join(entry.parentPath, entry.name)
  const hash = createHash('sha256')
    .update(await readFile(path))
    .digest('hex')
  await copyFile(path, join(to, hash))
  files++
}
console.log(JSON.stringify({ files, seconds: (performance.now() - started) / 1000 }))
