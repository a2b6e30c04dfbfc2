import { Context, Liquid } from 'liquidjs'
import { remembered } from '../support'

/**
 * What a template may do: write values, choose between texts, go through a list. Tags that fetch another template
 * (`render`, `include`, `layout`, `block`) would read the server's files, and are not there.
 */
const tags = [
  'assign',
  'capture',
  'case',
  'comment',
  'echo',
  'for',
  'break',
  'continue',
  'if',
  'unless',
  'raw',
  '#',
]

/** Filters whose cost grows with their input alone, and which the limit of memory counts. */
const filters = [
  'abs',
  'append',
  'at_least',
  'at_most',
  'capitalize',
  'ceil',
  'compact',
  'concat',
  'date',
  'default',
  'divided_by',
  'downcase',
  'escape',
  'first',
  'floor',
  'join',
  'last',
  'lstrip',
  'map',
  'minus',
  'modulo',
  'newline_to_br',
  'plus',
  'prepend',
  'remove',
  'remove_first',
  'replace',
  'replace_first',
  'reverse',
  'round',
  'rstrip',
  'size',
  'slice',
  'sort',
  'split',
  'strip',
  'strip_newlines',
  'times',
  'truncate',
  'truncatewords',
  'uniq',
  'upcase',
]

/** A source of templates that has none, so that nothing is ever looked for on a disk. */
const nowhere = {
  readFileSync: () => {
    throw new Error('a template stands alone: it cannot take in another')
  },
  existsSync: () => false,
  resolve: (_folder: string, file: string) => file,
}
let made: Liquid | undefined
/** Liquid, with what a template may do and no more; made when it is first needed. */
export const liquid = (): Liquid => (made ??= makeLiquid())

function makeLiquid(): Liquid {
  const liquid = new Liquid({
    strictVariables: true,
    strictFilters: true,
    ownPropertyOnly: true,
    parseLimit: 10_000,
    relativeReference: false,
    fs: { ...nowhere, readFile: async () => nowhere.readFileSync(), exists: async () => false },
  })
  for (const name of Object.keys(liquid.tags))
    if (!tags.includes(name)) Reflect.deleteProperty(liquid.tags, name)
  for (const name of Object.keys(liquid.filters)) if (!filters.includes(name)) liquid.unregisterFilter(name)
  return liquid
}

const parsed = remembered(2000, (template) => liquid().parse(template))

/** The most steps a template may take, and the most characters and list items it may handle. */
const mostSteps = 2000
const mostMemory = 50_000

interface Budget {
  base: number
  limit: number
  message: string
  use: (amount: number) => void
  check: () => void
}

/**
 * Counts up to a limit, and to that of what it is a part of: the same template with the same context always ends
 * the same way, however busy the machine is.
 */
function budget(what: string, most: number, within?: Budget): Budget {
  let used = 0
  const use = (amount: number) => {
    within?.use(amount)
    if (amount > 0) used += amount
    if (used > most)
      throw new Error(`the template takes more than ${most} ${what}: the limit of what it may do is reached`)
  }
  return { base: 0, limit: most, message: what, use, check: () => use(1) }
}

/** The most steps and characters that all templates of one act may take together. */
const mostOfAct = { steps: 10 * mostSteps, memory: 10 * mostMemory }
let act: { steps: Budget; memory: Budget } | undefined

/** Runs an act, or its prediction, within bounds for all its templates together, however many there are. */
export function forOneAct<T>(body: () => T): T {
  const outer = act
  act ??= {
    steps: budget('steps in one act', mostOfAct.steps),
    memory: budget('characters in one act', mostOfAct.memory),
  }
  try {
    return body()
  } finally {
    act = outer
  }
}

/**
 * A Liquid template's output for a context, within bounds of steps and memory; it reaches the context's own
 * values and nothing else.
 * @throws Error in a plain sentence where the template is wrong.
 */
export function render(template: string, context: object): string {
  const limits = {
    liquid: liquid(),
    renderLimit: budget('steps', mostSteps, act?.steps),
    memoryLimit: budget('characters', mostMemory, act?.memory),
  }
  return String(
    liquid().renderSync(
      parsed(template),
      new Context(context, liquid().options, { sync: true }, limits as never),
    ),
  )
}

/** The first fault of a template's syntax, or undefined. */
export function templateFault(template: string): string | undefined {
  try {
    parsed(template)
    return undefined
  } catch (error) {
    return (error as Error).message
  }
}
