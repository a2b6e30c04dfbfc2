// Revision labels against semver versions: as many of each, read and compared, in one process. Then
// inferring, and a long walk.
import { median } from './median.mjs'
import { createJiti } from 'jiti'
import semver from 'semver'

const { compare, first, format, infer, parse, step } = await createJiti(import.meta.url).import(
  '../core/revision/index.ts',
)
const station = {
  id: 'station',
  name: 'Station',
  series: [
    {
      id: 'preliminary',
      prefix: 'P',
      major: { kind: 'digits', width: 2 },
      separator: '.',
      minor: { kind: 'digits', width: 2 },
      minorPlace: 'before',
    },
    { id: 'contractual', prefix: 'C', major: { kind: 'digits', width: 2 } },
  ],
}
const letters = {
  id: 'letters',
  name: 'Letters',
  series: [
    {
      id: 'issue',
      major: { kind: 'letters', skip: 'IOQSXZ' },
      separator: '-',
      minor: { kind: 'digits', width: 2 },
      minorPlace: 'after',
    },
  ],
}
const count = 200_000
/** Small repeatable numbers, the same each time. */
function* numbers(seed = 1) {
  for (let state = seed; ;) {
    state = (state * 1664525 + 1013904223) >>> 0
    yield state / 2 ** 32
  }
}

function labels() {
  const random = numbers()
  const next = (below) => Math.floor(random.next().value * below)
  return Array.from({ length: count }, () => {
    const scheme = next(2) ? letters : station
    const series = scheme === station ? next(2) : 0
    return {
      scheme,
      label: format(scheme, {
        series,
        major: next(20),
        minor: series === 1 || next(3) === 0 ? null : next(12),
      }),
    }
  })
}
function versions() {
  const random = numbers(2)
  const next = (below) => Math.floor(random.next().value * below)
  return Array.from(
    { length: count },
    () => `${next(20)}.${next(20)}.${next(20)}${next(3) ? '' : `-rc.${next(12)}`}`,
  )
}

/** Reads every one and compares it with the one before; the sum keeps the work from being left out. */
function timeLabels(list) {
  const started = performance.now()
  const before = new Map()
  let sum = 0
  for (const { scheme, label } of list) {
    const reading = parse(scheme, label)
    if (!reading.ok) throw new Error(`${label} was refused`)
    const last = before.get(scheme)
    if (last) sum += compare(scheme, last, reading.position) < 0 ? 1 : 0
    before.set(scheme, reading.position)
  }
  return { ms: performance.now() - started, sum }
}
function timeVersions(list) {
  const started = performance.now()
  let last
  let sum = 0
  for (const version of list) {
    const read = semver.parse(version)
    if (last) sum += semver.compare(last, read) < 0 ? 1 : 0
    last = read
  }
  return { ms: performance.now() - started, sum }
}

function messyLabels() {
  const random = numbers(3)
  const next = (below) => Math.floor(random.next().value * below)
  const majors = [...'ABCDEFGHJKLMNP']
  const words = ['', '', '', '', 'rev ', 'Rev.', ' ', 'REV-']
  return Array.from({ length: 100_000 }, () => {
    // One in twenty is noise.
    if (next(20) === 0) return ['NC', '??', 'tbd', 'O', '', 'x/', 'n'][next(7)] + (next(4) ? '' : next(5000))
    const trial = next(5) === 0
    const label = trial
      ? String(1 + next(9)).padStart(2, '0')
      : majors[Math.min(next(14), next(14))] + (next(3) ? '' : String(1 + next(9)).padStart(2, '0'))
    return words[next(words.length)] + (next(10) ? label : label.toLowerCase())
  })
}

/** Three lines for the table. */
export function benchRevisions() {
  const [ours, theirs] = [labels(), versions()]
  const times = { ours: [], theirs: [] }
  for (let round = 0; round < 7; round++) {
    times.ours.push(timeLabels(ours).ms)
    times.theirs.push(timeVersions(theirs).ms)
  }
  const messy = messyLabels()
  const cpu = []
  let inference
  for (let round = 0; round < 3; round++) {
    const started = process.cpuUsage()
    inference = infer(messy)
    const { user, system } = process.cpuUsage(started)
    cpu.push((user + system) / 1000)
  }
  const steps = 1_000_000
  const started = performance.now()
  let at = first(letters)
  for (let taken = 0; taken < steps; taken++) at = step(letters, at, taken % 3 === 2 ? 'major' : 'minor')
  const end = format(letters, at)
  const walkMs = performance.now() - started
  return [
    {
      name: `reading and comparing ${count} labels, against semver’s versions`,
      ratio: median(times.theirs) / median(times.ours),
      atLeast: 1,
      figures: { labelsMs: median(times.ours), semverMs: median(times.theirs) },
    },
    {
      name: 'inferring a scheme from 100,000 labels, one in twenty of them noise: 2 s of CPU over what it takes',
      ratio: 2000 / median(cpu),
      atLeast: 1,
      figures: {
        cpuMs: median(cpu),
        series: inference.scheme.series.length,
        explained: inference.explained,
        outliers: inference.outliers.length,
      },
    },
    {
      name: 'a walk of a million steps: 2 s over what it takes',
      ratio: 2000 / walkMs,
      atLeast: 1,
      figures: { walkMs, end },
    },
  ]
}
