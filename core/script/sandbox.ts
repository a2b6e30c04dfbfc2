import variant from '@jitl/quickjs-singlefile-mjs-release-sync'
import {
  newQuickJSWASMModuleFromVariant,
  type QuickJSContext,
  type QuickJSWASMModule,
} from 'quickjs-emscripten-core'
import { readOutcome } from './outcome'
import { type Script, ScriptError, type ScriptFacts, type ScriptLimits, type ScriptOutcome } from './script'

let loaded: QuickJSWASMModule | undefined
let loading: Promise<QuickJSWASMModule> | undefined

/** Makes the sandbox ready; scripts are refused until it is. */
export async function loadSandbox(): Promise<void> {
  loaded = await (loading ??= newQuickJSWASMModuleFromVariant(variant))
}

/** How scripts are run: in this thread, or as whoever runs them says. */
export type Sandbox = (script: Script, facts: ScriptFacts, limits: ScriptLimits) => ScriptOutcome
let sandbox: Sandbox = runHere

/** Has scripts run by something else: a thread of their own, where this one must not be held up. */
export const useSandbox = (other: Sandbox): void => void (sandbox = other)

/** Runs a script in its sandbox. @throws ScriptError where it breaks off, takes too long or too much. */
export const runScript: Sandbox = (script, facts, limits) => sandbox(script, facts, limits)

/** The depth of calls in bytes. */
const mostStack = 256 * 1024

/**
 * What a script finds around it. Nothing in it tells the time or makes a chance, so that the same facts give the same
 * outcome each time. The outcome is built from objects without a prototype, so a script that changes the prototypes of
 * the language cannot change it. A value of no allowed type goes out as `{ none }`, with what it is.
 */
const prelude = `
(() => {
  const { stringify, parse } = JSON
  const { setPrototypeOf } = Object
  const { isArray } = Array
  const { isFinite } = Number
  const text = String
  const bare = (it) => setPrototypeOf(it, null)
  const out = bare({ written: bare([]), told: bare([]), said: bare([]), refused: null })
  const add = (list, it) => { list[list.length] = it }
  const none = (what) => bare({ none: what })
  const sound = (value) => {
    if (value === undefined || value === null) return null
    if (typeof value === 'string' || typeof value === 'boolean') return value
    if (typeof value === 'number') return isFinite(value) ? value : none(text(value))
    return none(typeof value === 'bigint' ? 'a bigint' : 'what is no value')
  }
  globalThis.write = (attribute, value) => {
    add(out.written, bare({ attribute: text(attribute), value: sound(value) }))
  }
  globalThis.tell = (to, subject, body) => {
    const all = bare([])
    if (isArray(to)) for (let at = 0; at < to.length; at++) add(all, text(to[at]))
    else add(all, text(to))
    add(out.told, bare({ to: all, subject: text(subject ?? ''), body: text(body ?? '') }))
  }
  globalThis.say = (it) => { add(out.said, typeof it === 'string' ? it : text(stringify(it) ?? text(it))) }
  globalThis.refuse = (reason) => { out.refused = text(reason ?? 'refused'); throw new Error('refused') }
  delete Math.random
  delete globalThis.Date
  Object.defineProperty(globalThis, '__ilmenite', { value: (facts) => Object.assign(globalThis, parse(facts)) })
  Object.defineProperty(globalThis, '__outcome', { value: () => stringify(out) })
})()`

/** How often a script is looked at, every 10,000 steps, before its time may be up: a busy machine ends none. */
const leastLooks = 50

interface Deadline {
  /** Asked by the engine between two steps; once it is over it stays so. */
  isOver: () => boolean
  ended: boolean
}

function deadlineOf(time: number): Deadline {
  const until = Date.now() + time
  let looks = 0
  const deadline: Deadline = {
    ended: false,
    isOver: () => (deadline.ended ||= ++looks > leastLooks && Date.now() >= until),
  }
  return deadline
}

/**
 * Runs a script in a sandbox of its own (an engine for ECMA-262 in WebAssembly) with nothing in it but facts and the
 * functions of \`scriptNames\`. @throws ScriptError where it cannot be read, breaks off, takes too long or too much.
 */
export function runHere(script: Script, facts: ScriptFacts, limits: ScriptLimits): ScriptOutcome {
  if (!loaded) throw new ScriptError('the sandbox for scripts is not ready: try again in a moment')
  const runtime = loaded.newRuntime()
  runtime.setMemoryLimit(limits.memory)
  runtime.setMaxStackSize(mostStack)
  const context = runtime.newContext()
  const deadline = deadlineOf(limits.time)
  runtime.setInterruptHandler(deadline.isOver)
  try {
    return runIn(context, script, facts, deadline, limits)
  } finally {
    context.dispose()
    try {
      runtime.dispose()
    } catch {
      // An engine that ran out of memory may not be cleared away properly: the next one is made anew.
      loaded = undefined
      loading = undefined
      void loadSandbox()
    }
  }
}

function runIn(
  context: QuickJSContext,
  { code, name }: Script,
  facts: ScriptFacts,
  deadline: Deadline,
  limits: ScriptLimits,
): ScriptOutcome {
  context.unwrapResult(context.evalCode(prelude)).dispose()
  const given = JSON.stringify(JSON.stringify(facts))
  context.unwrapResult(context.evalCode(`__ilmenite(${given})`)).dispose()
  // On the first line of the script, so that lines are counted as they are written.
  const result = context.evalCode(`(() => { "use strict"; ${code}\n})()`, 'script')
  const fault = result.error && faultIn(context, context.dump(result.error) as Thrown, deadline.ended, limits)
  ;(result.error ?? result.value).dispose()
  const outcome = deadline.ended ? null : outcomeIn(context)
  if (outcome?.refused) return outcome
  if (fault) throw new ScriptError(`${name} ${fault.message}`, fault.line)
  if (outcome) return outcome
  const why = deadline.ended
    ? `was ended: it took more than ${limits.time} ms`
    : 'broke off: what it asks for is too much'
  throw new ScriptError(`${name} ${why}`)
}

interface Thrown {
  name?: string
  message?: string
  stack?: string
}

function faultIn(context: QuickJSContext, thrown: Thrown, isLate: boolean, { time, memory }: ScriptLimits) {
  const [, line] = /script:(\d+)/.exec(thrown?.stack ?? '') ?? []
  const at = line ? { line: Number(line) } : {}
  const told = thrown?.message ?? String(thrown)
  if (isLate || told === 'interrupted') return { message: `was ended: it took more than ${time} ms`, ...at }
  if (/out of memory/.test(told))
    return { message: `was ended: it took more than ${memory / 2 ** 20} MB of memory`, ...at }
  return { message: `broke off${line ? ` in line ${line}` : ''}: ${told}`, ...at }
}

function outcomeIn(context: QuickJSContext): ScriptOutcome | null {
  const result = context.evalCode('__outcome()')
  const handle = result.error ?? result.value
  const text: unknown = result.error ? undefined : context.dump(handle)
  handle.dispose()
  return typeof text === 'string' ? readOutcome(text) : null
}
