// What is read of files, against what it takes only to hash them: large ones in constant memory, and many small ones.
import { createHash } from 'node:crypto'
import {
  closeSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
  writeSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createJiti } from 'jiti'

const jiti = createJiti(import.meta.url)
const { readFile } = await jiti.import('../core/formats/index.ts')
const { openFile } = await jiti.import('../archive/index.ts')

/** Writes lines until a file has a size. */
function fill(path, size, head, line, end) {
  const handle = openSync(path, 'w')
  writeSync(handle, head)
  let written = 0
  for (let index = 1; written < size;) {
    const lines = []
    for (let count = 0; count < 5000; count++) lines.push(line(index++))
    written += writeSync(handle, lines.join(''))
  }
  writeSync(handle, end)
  closeSync(handle)
}

const model = (path, megabytes) =>
  fill(
    path,
    Math.round(megabytes * 2 ** 20),
    "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('jaw','2024-01-01',('m'),(''),'','','');\nENDSEC;\nDATA;\n",
    (id) => `#${id}=CARTESIAN_POINT('',(${id}.5,-${id % 97}.25,0.));\n#${id}0=DIRECTION('',(0.,0.,1.));\n`,
    "#1=PRODUCT('BR-1','Jaw','',(#2));\n#3=PRODUCT_DEFINITION_FORMATION('C','',#1);\nENDSEC;\nEND-ISO-10303-21;\n",
  )

const drawing = (path, megabytes) =>
  fill(
    path,
    Math.round(megabytes * 2 ** 20),
    '0\nSECTION\n2\nENTITIES\n',
    (id) =>
      `0\nLINE\n8\nOUTLINE\n10\n${id}.5\n20\n${id % 89}.25\n30\n0.0\n11\n${id}.75\n21\n7.125\n31\n0.0\n`,
    '0\nINSERT\n2\nTITLE\n0\nATTRIB\n2\nREV\n1\nC\n0\nSEQEND\n0\nENDSEC\n0\nEOF\n',
  )

/** Seconds that something takes, the best of some. */
async function seconds(times, run) {
  const all = []
  for (let time = 0; time < times; time++) {
    const started = performance.now()
    await run()
    all.push((performance.now() - started) / 1000)
  }
  return Math.min(...all)
}

function hashed(path) {
  const file = openFile(path)
  const hash = createHash('sha256')
  for (let at = 0; at < file.size; at += 1 << 18) hash.update(file.read(at, at + (1 << 18)))
  file.close()
  return hash.digest('hex')
}

async function readAt(path) {
  const file = openFile(path)
  try {
    return await readFile(file, path)
  } finally {
    file.close()
  }
}

async function benchLarge(name, path, place) {
  hashed(path)
  const hashing = await seconds(3, () => hashed(path))
  const before = process.memoryUsage().rss
  let most = 0
  const reading = await seconds(3, async () => {
    const { places } = await readAt(path)
    most = Math.max(most, process.memoryUsage().rss)
    if (!places.some((one) => one.place === place)) throw new Error(`${path}: ${place} was not found`)
  })
  return {
    name,
    ratio: hashing / reading,
    atLeast: 0.25,
    figures: { readingS: reading, hashingS: hashing, grownMb: (most - before) / 2 ** 20 },
  }
}

/** Two thousand files: a third of them as other programs wrote them, the others drawings and models of a usual size. */
function many(folder) {
  const corpus = readdirSync('tests/corpus').filter((name) => name !== 'README.md')
  drawing(join(folder, 'usual.dxf'), 0.3)
  model(join(folder, 'usual.step'), 0.6)
  const usual = ['usual.dxf', 'usual.step'].map((name) => readFileSync(join(folder, name)))
  return Array.from({ length: 2000 }, (_, index) => {
    const own = index % 3 === 0 ? corpus[(index / 3) % corpus.length] : undefined
    const path = join(folder, `${index}-${own ?? ['', 'usual.dxf', 'usual.step'][index % 3]}`)
    writeFileSync(path, own ? readFileSync(`tests/corpus/${own}`) : usual[(index % 3) - 1])
    return path
  })
}

async function benchMany(folder) {
  const paths = many(folder)
  const hashing = await seconds(3, () => paths.forEach(hashed))
  const reading = await seconds(3, async () => {
    for (const path of paths) {
      hashed(path)
      await readAt(path)
    }
  })
  return {
    name: 'evidence and hash of 2,000 files of eight kinds, a few KB to 600 KB, against hashing them alone',
    ratio: hashing / reading,
    atLeast: 1 / 3,
    figures: { readingS: reading, hashingS: hashing },
  }
}

/** Three lines for the table. */
export async function benchFiles() {
  const folder = mkdtempSync(join(tmpdir(), 'ilmenite-files-'))
  try {
    model(join(folder, 'large.step'), 200)
    drawing(join(folder, 'large.dxf'), 100)
    return [
      await benchLarge(
        'a STEP model of 200 MB read, against hashing it',
        join(folder, 'large.step'),
        'product:version',
      ),
      await benchLarge(
        'a DXF drawing of 100 MB read, against hashing it',
        join(folder, 'large.dxf'),
        'field:REV',
      ),
      await benchMany(folder),
    ]
  } finally {
    rmSync(folder, { recursive: true })
  }
}
