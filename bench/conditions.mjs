// Conditions against Z3 and another implementation of CEL, in one process.
import { Environment } from '@marcbachmann/cel-js'
import { createJiti } from 'jiti'
import { init } from 'z3-solver'
import { median } from './median.mjs'

const jiti = createJiti(import.meta.url)
const { parseCondition, predicate, solve } = await jiti.import('../core/condition/index.ts')
const { smtLib } = await jiti.import('../core/condition/solve/smt.fixture.ts')
const { attributes } = await jiti.import('../core/condition/solve/conditions.fixture.ts')

/** Guards as administrators write them. */
const guards = [
  'mass > 5 && mass < 12.5',
  'mass <= 5 || mass == null',
  'finish == "zinc" && urgent',
  'finish in ["paint", "raw"]',
  'title.startsWith("Grip") && !title.contains("left")',
  'glob(title, "BR-*_?.dxf")',
  'count >= 3 && count < most',
  'due < date("2026-03-01") && checked',
  'finish != coat && coat != null',
  'limit > mass && price < 50',
]

function* pairs() {
  for (const one of guards) for (const other of guards) if (one < other) yield [one, other]
}

async function benchOverlap() {
  const { Context } = await init()
  const context = Context('bench')
  const times = { ours: [], theirs: [] }
  for (const [one, other] of pairs()) {
    const conditions = [parseCondition(one, attributes), parseCondition(other, attributes)]
    let started = performance.now()
    const { answer } = solve('overlap', conditions, attributes)
    times.ours.push(performance.now() - started)
    const text = smtLib(
      conditions.map((condition) => [condition, true]),
      attributes,
    )
    started = performance.now()
    const solver = new context.Solver()
    solver.fromString(text)
    const verdict = await solver.check()
    times.theirs.push(performance.now() - started)
    if (verdict !== 'unknown' && (verdict === 'sat') !== (answer === 'yes'))
      throw new Error(`${one} ; ${other}: ${answer}, and Z3 says ${verdict}`)
  }
  return {
    name: `whether two guards overlap, ${times.ours.length} questions, against Z3: medians`,
    ratio: median(times.theirs) / median(times.ours),
    atLeast: 20,
    figures: { oursMs: median(times.ours), z3Ms: median(times.theirs) },
  }
}

function benchEvaluate() {
  const cel = new Environment({ unlistedVariablesAreDyn: true })
  cel.registerFunction('date(string): string', (text) => text)
  const texts = [
    'mass > 5.0 && mass < 12.5',
    'finish == "zinc" && urgent',
    'finish in ["paint", "raw"]',
    'title.startsWith("Grip") && !title.contains("left")',
    'limit > mass && price < 50.0',
  ]
  const ours = texts.map((text) => predicate(parseCondition(text, attributes)))
  const theirs = texts.map((text) => cel.parse(text))
  const records = Array.from({ length: 200 }, (_, index) => ({
    mass: index % 17,
    limit: index % 13,
    price: index % 100,
    finish: ['zinc', 'paint', 'raw'][index % 3],
    urgent: index % 2 === 0,
    title: index % 2 ? 'Grip plate, left' : 'Grip lever',
  }))
  const time = (run) => {
    const started = performance.now()
    let sum = 0
    for (let round = 0; round < 100; round++)
      for (const record of records)
        for (let index = 0; index < texts.length; index++) sum += run(index, record) ? 1 : 0
    return { ms: performance.now() - started, sum }
  }
  const rounds = Array.from({ length: 5 }, () => [
    time((index, record) => ours[index](record)),
    time((index, record) => theirs[index](record)),
  ])
  if (rounds.some(([a, b]) => a.sum !== b.sum)) throw new Error('the two evaluators disagree')
  const [a, b] = [median(rounds.map(([one]) => one.ms)), median(rounds.map(([, other]) => other.ms))]
  return {
    name: 'evaluating parsed conditions, against another implementation of CEL',
    ratio: b / a,
    atLeast: 3,
    figures: { oursMs: a, celMs: b },
  }
}

/** A rule for each pair of two choices of six values: whether every record is taken by one, read and asked anew. */
function benchFinite() {
  const values = (name) => Array.from({ length: 6 }, (_, index) => `${name}${index}`)
  const times = Array.from({ length: 31 }, (_, round) => {
    const choices = ['kind', 'place'].map((id) => ({
      id,
      name: id,
      type: 'choice',
      choices: values(id[0] + round),
    }))
    const rules = choices[0].choices.flatMap((kind) =>
      choices[1].choices.map((place) => `kind == "${kind}" && place == "${place}"`),
    )
    const started = performance.now()
    const conditions = [...rules, 'kind == null', 'place == null'].map((rule) =>
      parseCondition(rule, choices),
    )
    if (solve('covers', conditions, choices).answer !== 'yes')
      throw new Error('every record is taken by a rule')
    return performance.now() - started
  })
  return {
    name: 'whether 38 rules over two choices of six values take every record: 50 ms over what it takes',
    ratio: 50 / median(times),
    atLeast: 1,
    figures: { ms: median(times) },
  }
}

/** Three lines for the table. */
export const benchConditions = async () => [await benchOverlap(), benchEvaluate(), benchFinite()]
