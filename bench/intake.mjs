// Brings 10,000 generated files in through the job, and beside it, in turn, runs the plain script on the same files.
import { median } from './median.mjs'
import { execFileSync } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { demoData, eventually, scratchFolder, signIn, startServer } from '../tests/support/server.mjs'

const files = 10_000
const rounds = 3
/** Milliseconds between two looks at the progress, as the page has it. */
const asOften = 400

function plain(archive) {
  const to = scratchFolder('plain')
  const result = JSON.parse(execFileSync('node', ['bench/plain-copy.mjs', archive, to], { encoding: 'utf8' }))
  rmSync(to, { recursive: true })
  return result.seconds
}

async function job(archiveSource) {
  const data = demoData()
  execFileSync('cp', ['-r', archiveSource, join(data, 'archives', 'Large')])
  const server = await startServer(data)
  const call = await signIn(server.url)
  const { id } = (await call('POST', 'intakes', { archive: 'Large', register: null })).body
  const page = async () => (await call('GET', `intakes/${id}`)).body
  const ended = async (kind) => {
    const { job: current } = await page()
    return current.kind === kind && current.endedAt ? current : null
  }
  const read = await eventually(() => ended('intake-read'), 'the reading', 300, asOften)
  const memory = []
  const sample = setInterval(() => memory.push(residentMegabytes(server.pid)), 100)
  await call('POST', `intakes/${id}/run`)
  const run = await eventually(() => ended('intake-run'), 'the run', 300, asOften)
  clearInterval(sample)
  const { documents } = await page()
  await server.stop()
  rmSync(data, { recursive: true })
  if (run.status !== 'done' || documents.failed)
    throw new Error(`the run ended as ${run.status}: ${run.message}`)
  const seconds = ({ startedAt, endedAt }) => (Date.parse(endedAt) - Date.parse(startedAt)) / 1000
  const quarter = Math.floor(memory.length / 4)
  return {
    run: seconds(run),
    read: seconds(read),
    documents: documents.done,
    memoryEarly: Math.max(...memory.slice(quarter, 2 * quarter)),
    memoryLate: Math.max(...memory.slice(3 * quarter)),
  }
}

function residentMegabytes(pid) {
  return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024
}

/** One line for the table: the job's speed as a share of the plain script's. */
export async function benchIntake() {
  const archive = join(scratchFolder('archive'), 'Large')
  execFileSync('node', ['.output/server/programs/generate.mjs', archive, String(files)])
  plain(archive)
  const results = []
  for (let round = 0; round < rounds; round++)
    results.push({ plain: plain(archive), ...(await job(archive)) })
  const ratios = results.map((result) => result.plain / result.run)
  const of = (key) => median(results.map((result) => result[key]))
  return {
    name: `intake of ${files} files (run), beside a plain Node script that hashes and copies them`,
    ratio: median(ratios),
    atLeast: 0.6,
    figures: {
      plainSeconds: of('plain'),
      runSeconds: of('run'),
      readSeconds: of('read'),
      documents: results[0].documents,
      memorySecondQuarterMB: of('memoryEarly'),
      memoryLastQuarterMB: of('memoryLate'),
    },
  }
}
