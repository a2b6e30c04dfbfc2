// The engine at work: chains, rounds, rehearsals and plans, against plain inserts and xstate.
import { createJiti } from 'jiti'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { createMachine, getInitialSnapshot, transition } from 'xstate'
import { largeConfiguration } from './lifecycles.mjs'
import { median } from './median.mjs'

const jiti = createJiti(import.meta.url)
const rehearsal = await jiti.import('../core/rehearsal/index.ts')
const { emptyVault, content } = await jiti.import('../server/documents/vault.fixture.ts')
const { withRounds } = await jiti.import('../server/documents/rehearsed.fixture.ts')
const { insertConfiguration } = await jiti.import('../server/configuration/published.ts')
const { fileDocument } = await jiti.import('../server/documents/acts/file.ts')
const { fire } = await jiti.import('../server/documents/acts/fire.ts')
const { documentRow } = await jiti.import('../server/documents/rows.ts')

const rounds = 40
const timed = (run) => {
  const started = performance.now()
  run()
  return performance.now() - started
}

/** Milliseconds of so many plain inserts, each a transaction that is synced, as an act is. */
function plainInserts(count) {
  const folder = mkdtempSync(join(tmpdir(), 'bench-'))
  const db = new Database(join(folder, 'plain.sqlite'))
  db.pragma('journal_mode = WAL')
  db.pragma('synchronous = FULL')
  db.exec('create table moves (id integer primary key, document text, was text, is_now text, at text)')
  const insert = db.prepare('insert into moves (document, was, is_now, at) values (?, ?, ?, ?)')
  const times = Array.from({ length: rounds }, (_, round) =>
    timed(() => {
      for (let n = 0; n < count; n++) insert.run(`BR-${round}`, 'a', 'b', '2026-03-01')
    }),
  )
  db.close()
  rmSync(folder, { recursive: true })
  return median(times)
}

const chainLength = 5
/** The demo's configuration with a chain: what is sent to check goes on by itself, five times. */
function withChain() {
  const changed = withRounds()
  const [lifecycle] = changed.lifecycles
  const grants = lifecycle.states[0].grants
  for (let n = 1; n <= chainLength; n++) {
    changed.states.push({ id: `chain-${n}`, name: `Chain ${n}` })
    lifecycle.states.push({ state: `chain-${n}`, phase: 'working', content: 'open', grants })
    lifecycle.transitions.push({
      ...{
        id: `on-${n}`,
        name: `On ${n}`,
        from: [n === 1 ? 'checking' : `chain-${n - 1}`],
        to: `chain-${n}`,
      },
      ...{ trigger: 'unattended', guard: 'mass == 99', revision: 'keep' },
      effects: [{ kind: 'write', attribute: 'stamp', value: '{{ to.name }}' }],
    })
  }
  return changed
}

/** Milliseconds of an act in a vault, each time on a document of its own that is ready for it. */
function inVault(configuration, mass, ready, act) {
  const vault = emptyVault()
  insertConfiguration(vault.db, { id: 2, configuration, personName: 'Mara', comment: null })
  const fireAs = (name, number, id) =>
    void fire(
      vault.db,
      vault.who(name),
      { number, change: documentRow(vault.db, number).change },
      id,
      undefined,
    )
  const times = Array.from({ length: rounds }, (_, round) => {
    const number = `BR-${9000 + round}`
    const asked = {
      number,
      title: 'Jaw',
      folder: '/Grips',
      classId: 'part',
      record: { mass, material: 'S355' },
    }
    fileDocument(vault.db, vault.who('Jonas Eckhart'), asked, content(`${number}.dxf`), null)
    ready(fireAs, number)
    return timed(() => act(fireAs, number))
  })
  vault.remove()
  return median(times)
}

function benchChain() {
  const send = (fireAs, number) => fireAs('Jonas Eckhart', number, 'send-to-check')
  const ms = inVault(withChain(), 99, () => undefined, send)
  const insertsMs = plainInserts(chainLength + 1)
  return {
    name: `an act with a chain of ${chainLength} unattended moves: as many plain inserts, each synced, over it`,
    ratio: insertsMs / ms,
    atLeast: 0.03,
    figures: { actMs: ms, insertsMs },
  }
}

function benchQuorum() {
  const ready = (fireAs, number) => {
    fireAs('Jonas Eckhart', number, 'send-to-check')
    fireAs('Emil Achterberg', number, 'issue')
    fireAs('Leonie Papadaki', number, 'issue')
  }
  const ms = inVault(withRounds(), 4, ready, (fireAs, number) => fireAs('Ines Halloran', number, 'issue'))
  const insertsMs = plainInserts(10)
  return {
    name: 'completing a quorum in the vault, ten rows in one transaction: ten plain inserts, each synced, over it',
    ratio: insertsMs / ms,
    atLeast: 0.05,
    figures: { actMs: ms, insertsMs },
  }
}

/** Milliseconds of so many transitions of a machine with a guard. */
function machineMs(count) {
  const machine = createMachine({
    context: { mass: 4 },
    initial: 'a',
    states: {
      a: { on: { GO: { target: 'b', guard: ({ context }) => context.mass > 0 } } },
      b: { on: { GO: { target: 'a', guard: ({ context }) => context.mass > 0 } } },
    },
  })
  return median(
    Array.from({ length: 11 }, () => {
      let state = getInitialSnapshot(machine)
      return timed(() => {
        for (let n = 0; n < count; n++) [state] = transition(machine, state, { type: 'GO' })
      })
    }),
  )
}

/** Fifty people, in a vault of one folder. */
const directory = {
  people: Array.from({ length: 50 }, (_, index) => ({
    ...{ id: `p${index}`, name: `Person ${index}`, mail: `p${index}@brackwater.example`, active: true },
    groups: [index % 5 === 0 ? 'staff' : 'others'],
  })),
  folders: [{ path: '/', grants: { anyone: ['see', 'history', 'open', 'edit', 'move'] } }],
}

function benchRehearsal() {
  const acts = 1000
  const configuration = withRounds()
  configuration.lifecycles[0].transitions.push(
    ...[
      ['go', 'drafting', 'checking'],
      ['back', 'checking', 'drafting'],
    ].map(([id, from, to]) => ({
      ...{ id, name: id, from: [from], to, trigger: 'hand', firedBy: ['anyone'], revision: 'keep' },
      ...{ guard: 'mass > 0', effects: [{ kind: 'write', attribute: 'stamp', value: '{{ to.name }}' }] },
    })),
  )
  for (const use of configuration.lifecycles[0].states) use.grants.anyone = ['see', 'edit', 'move']
  const run = () => {
    const world = rehearsal.emptyWorld(configuration, directory, '2026-03-01')
    const file = { act: 'file', folder: '/', fileName: 'a.dxf', class: 'part', record: { mass: 4 } }
    for (let n = 0; n < acts; n++) {
      const act = n === 0 ? file : { act: 'fire', transition: n % 2 ? 'go' : 'back' }
      const answer = rehearsal.rehearse(world, rehearsal.readAct({ person: 'p0', number: 'BR-1', ...act }))
      if (!answer.ok) throw new Error(answer.reasons[0].message)
    }
  }
  const ms = median(Array.from({ length: 11 }, () => timed(run)))
  const xstateMs = machineMs(acts)
  return {
    name: `rehearsing ${acts} acts with rights, guard, effect and letters: as many transitions of xstate over it`,
    ratio: xstateMs / ms,
    atLeast: 0.02,
    figures: { rehearsalMs: ms, xstateMs },
  }
}

function benchPlan() {
  const configuration = largeConfiguration()
  const [lifecycle] = configuration.lifecycles
  const byHand = { trigger: 'hand', firedBy: ['group:staff'], guard: undefined }
  configuration.lifecycles = [
    { ...lifecycle, transitions: lifecycle.transitions.map((one) => ({ ...one, ...byHand })) },
  ]
  const world = rehearsal.emptyWorld(configuration, directory, '2026-03-01')
  const from = { folder: '/', lifecycle: lifecycle.id, state: 's0' }
  let planned
  const ms = median(
    Array.from({ length: 3 }, () =>
      timed(() => (planned = rehearsal.plan(world, rehearsal.documentIn(world, from), 's39'))),
    ),
  )
  if (!planned.acts) throw new Error(planned.because[0].message)
  const inserts = 1000
  const insertsMs = plainInserts(inserts)
  return {
    name: `a plan through 40 states with 50 people: ${inserts} plain inserts, each synced, over it`,
    ratio: insertsMs / ms,
    atLeast: 0.05,
    figures: { planMs: ms, acts: planned.acts.length, insertsMs },
  }
}

/** Lines for the table. */
export const benchEngine = () => [benchChain(), benchQuorum(), benchRehearsal(), benchPlan()]
