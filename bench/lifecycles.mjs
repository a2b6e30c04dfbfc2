// Large lifecycles: checking ten of them, and deciding a transition against xstate's pure transition, in one process.
import { createJiti } from 'jiti'
import { createMachine, getInitialSnapshot, transition } from 'xstate'
import { median } from './median.mjs'

const jiti = createJiti(import.meta.url)
const { attributes } = await jiti.import('../core/condition/solve/conditions.fixture.ts')
const { check } = await jiti.import('../core/check/check.ts')
const { decide, outcomeOf } = await jiti.import('../core/engine/index.ts')
const { applyEdit } = await jiti.import('../core/configuration/index.ts')

/** Ten lifecycles of 40 states and 200 transitions each, a fifth of them unattended, with guards. */
export function largeConfiguration() {
  const states = Array.from({ length: 40 }, (_, index) => ({ id: `s${index}`, name: `State ${index}` }))
  const lifecycle = (number) => ({
    id: `l${number}`,
    name: `Lifecycle ${number}`,
    scheme: 'letters',
    entry: 's0',
    states: states.map(({ id }, index) => ({
      state: id,
      phase: index % 10 === 9 ? 'issued' : 'working',
      content: index % 10 === 9 ? 'closed' : 'open',
      grants: { 'group:staff': ['see', 'edit', 'move'] },
    })),
    transitions: Array.from({ length: 200 }, (_, index) => {
      const unattended = index % 5 === 0
      return {
        id: `t${index}`,
        name: `Transition ${index}`,
        from: [`s${index % 40}`],
        to: `s${((index % 40) + 1 + Math.floor(index / 40)) % 40}`,
        trigger: unattended ? 'unattended' : 'hand',
        ...(unattended ? {} : { firedBy: ['group:staff'] }),
        guard: `mass > ${number * 200 + index} && mass <= ${number * 200 + index + 1} && title.startsWith("BR-${index % 7}")`,
        revision: index % 10 === 3 ? 'major' : 'keep',
        effects: [{ kind: 'write', attribute: 'note', value: '{{ to.name }}' }],
      }
    }),
  })
  return {
    format: 'ilmenite-configuration/1',
    attributes,
    schemes: [{ id: 'letters', name: 'Letters', series: [{ id: 'issue', major: { kind: 'letters' } }] }],
    states,
    roles: [],
    groups: [{ id: 'staff', name: 'Staff' }],
    lifecycles: Array.from({ length: 10 }, (_, number) => lifecycle(number)),
    classes: [],
  }
}

/** The median of how long something takes, in milliseconds. */
const medianOf = (rounds, prepare, run) =>
  median(
    Array.from({ length: rounds }, (_, round) => {
      const prepared = prepare(round)
      const started = performance.now()
      run(prepared)
      return performance.now() - started
    }),
  )

function benchCheck() {
  const configuration = largeConfiguration()
  let group = 0
  /** Another one each time, so that nothing is known of its lifecycles from the last check. */
  const fresh = () => {
    const made = JSON.parse(JSON.stringify(configuration))
    made.groups[0].name = `Staff ${group++}`
    return made
  }
  let findings = []
  const ms = medianOf(21, fresh, (asked) => {
    findings = check(asked)
  })
  return {
    name: 'checking 10 lifecycles of 40 states and 200 transitions: 200 ms over what it takes',
    ratio: 200 / ms,
    atLeast: 1,
    figures: { ms, findings: findings.length },
  }
}

/** Of the same, after each of some edits to one guard: only what the edit touches is checked again. */
function benchEdit() {
  let configuration = JSON.parse(JSON.stringify(largeConfiguration()))
  check(configuration)
  const edited = (round) =>
    (configuration = applyEdit(configuration, {
      kind: 'change-transition',
      lifecycle: `l${round % 10}`,
      transition: 't7',
      patch: { guard: `mass > ${round} && title.startsWith("BR-${round}")` },
    }))
  const ms = medianOf(21, edited, (asked) => check(asked))
  return {
    name: 'checking the same after an edit to one guard: 30 ms over what it takes',
    ratio: 30 / ms,
    atLeast: 1,
    figures: { ms },
  }
}

const acts = 20_000

/** One round through the states of a lifecycle of 40 states and 200 transitions, over and over. */
function time(act) {
  let state = 's0'
  const started = performance.now()
  for (let index = 0; index < acts; index++) state = act(`t${state.slice(1)}`)
  return { ms: performance.now() - started, state }
}

/** A machine of the same shape with the same guard, as a function of the snapshot. */
function machineOf(lifecycle) {
  const guard = ({ context }) => context.mass > 5 && context.finish === 'zinc'
  const on = (state) =>
    Object.fromEntries(
      lifecycle.transitions
        .filter(({ from }) => from.includes(state))
        .map(({ id, to }) => [id, { target: to, guard }]),
    )
  return createMachine({
    initial: 's0',
    context: { mass: 7, finish: 'zinc' },
    states: Object.fromEntries(lifecycle.states.map(({ state }) => [state, { on: on(state) }])),
  })
}

function benchDecide() {
  const configuration = largeConfiguration()
  const [lifecycle] = configuration.lifecycles
  for (const one of lifecycle.transitions)
    Object.assign(one, {
      guard: 'mass > 5 && finish == "zinc"',
      trigger: 'hand',
      firedBy: ['group:staff'],
      revision: 'keep',
      effects: [],
    })
  const machine = machineOf(lifecycle)
  const folders = [{ path: '/', grants: { 'group:staff': ['see', 'move'] }, roles: {} }]
  const person = { id: 'p', name: 'P', groups: ['staff'] }
  const start = {
    number: 'N',
    lifecycle: 'l0',
    classId: 'c',
    state: 's0',
    folder: '/',
    fileName: 'n.dxf',
    record: { mass: 7, finish: 'zinc' },
    revision: 'A',
    register: [],
    version: 1,
    checkedOutBy: null,
    creator: 'x',
    lastEditor: 'x',
  }
  const rounds = Array.from({ length: 7 }, () => {
    let snapshot = getInitialSnapshot(machine)
    const theirs = time((type) => {
      ;[snapshot] = transition(machine, snapshot, { type })
      return snapshot.value
    })
    let document = start
    const ours = time((asked) => {
      const decision = decide({
        configuration,
        folders,
        document,
        person,
        today: '2026-03-01',
        transition: asked,
      })
      document = { ...document, state: outcomeOf(document, decision.commands).to }
      return document.state
    })
    if (ours.state !== theirs.state) throw new Error('the two machines stand in different states')
    return { ours: ours.ms, theirs: theirs.ms }
  })
  const [a, b] = [median(rounds.map(({ ours }) => ours)), median(rounds.map(({ theirs }) => theirs))]
  return {
    name: `deciding ${acts} transitions of a lifecycle of 40 states and 200 transitions, against xstate’s pure transition`,
    ratio: b / a,
    atLeast: 1,
    figures: { oursMs: a, xstateMs: b },
  }
}

/** Three lines for the table. */
export const benchLifecycles = () => [benchCheck(), benchEdit(), benchDecide()]
