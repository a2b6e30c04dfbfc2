// Rights of 1,000 people on 100 documents in 200 folders five levels deep, against two general libraries of access
// rules that are given the same rules: casbin, asked question by question, and @casl/ability, an ability a person.
import { createMongoAbility, AbilityBuilder, subject } from '@casl/ability'
import { newEnforcer, newModelFromString, StringAdapter } from 'casbin'
import { createJiti } from 'jiti'
import { median } from './median.mjs'

const jiti = createJiti(import.meta.url)
const { bitOf, rightsInFolders, rightsInState } = await jiti.import('../core/access/index.ts')

/** A sequence of numbers that is the same in every run. */
function sequence(seed) {
  let state = seed
  return (below) => (state = (state * 1103515245 + 12345) % 2147483648) % below
}
const next = sequence(7)
const groups = Array.from({ length: 40 }, (_, index) => `g${index}`)
const people = Array.from({ length: 1000 }, (_, index) => ({
  id: `p${index}`,
  name: `P ${index}`,
  groups: [groups[next(40)], groups[next(40)]],
}))
const folders = [{ path: '/', grants: { anyone: ['see'] } }]
for (let index = 1; index < 200; index++) {
  const above = folders[Math.floor((index - 1) / 2.7)].path
  const path = above.split('/').length > 5 ? `/f${index}` : `${above === '/' ? '' : above}/f${index}`
  const rules = {}
  if (index % 3 === 0) rules.roles = { author: [`group:${groups[next(40)]}`, `person:p${next(1000)}`] }
  if (index % 4 === 0)
    rules.grants = { [`group:${groups[next(40)]}`]: ['open', 'edit'], 'role:author': ['move'] }
  if (index % 9 === 0) rules.withhold = { [`group:${groups[next(40)]}`]: ['see', 'edit'] }
  folders.push({ path, ...rules })
}
const states = ['drafting', 'checking', 'issued'].map((state, index) => ({
  state,
  grants: {
    anyone: ['see'],
    'role:author': ['open', 'edit', 'move'].slice(index),
    [`group:g${index}`]: ['edit', 'open'],
  },
}))
const documents = Array.from({ length: 100 }, () => ({
  folder: folders[next(200)].path,
  state: states[next(3)],
}))
const rights = ['see', 'open', 'edit', 'move']

/** Ours: folders read once, then asked for each person and document. */
function ours() {
  const inFolder = rightsInFolders(folders)
  let allowed = 0
  for (const person of people)
    for (const { folder, state } of documents) {
      const { held, granted } = inFolder(person, folder)
      const set = granted & rightsInState(state, held)
      for (const right of rights) if (set & bitOf(right)) allowed++
    }
  return allowed
}

/** The rules of each folder and state as they come down to a person, for libraries that know no folders. */
function rulesOf(person, inFolder) {
  const rules = []
  for (const { path } of folders) {
    const { held, granted } = inFolder(person, path)
    for (const use of states) {
      const set = granted & rightsInState(use, held)
      for (const right of rights) if (set & bitOf(right)) rules.push([right, path, use.state])
    }
  }
  return rules
}

function casl() {
  const inFolder = rightsInFolders(folders)
  let allowed = 0
  for (const person of people) {
    const { can, build } = new AbilityBuilder(createMongoAbility)
    for (const [right, folder, state] of rulesOf(person, inFolder)) can(right, 'Document', { folder, state })
    const ability = build()
    for (const { folder, state } of documents) {
      const document = subject('Document', { folder, state: state.state })
      for (const right of rights) if (ability.can(right, document)) allowed++
    }
  }
  return allowed
}

const model = `
[request_definition]
r = sub, folder, state, act
[policy_definition]
p = sub, folder, state, act
[policy_effect]
e = some(where (p.eft == allow))
[matchers]
m = r.sub == p.sub && r.folder == p.folder && r.state == p.state && r.act == p.act`

/** Casbin for some of the people alone: all of them would take minutes. @returns seconds for one person */
async function casbin(count) {
  const inFolder = rightsInFolders(folders)
  let allowed = 0
  const started = performance.now()
  for (const person of people.slice(0, count)) {
    const lines = rulesOf(person, inFolder).map(
      ([right, folder, state]) => `p, ${person.id}, ${folder}, ${state}, ${right}`,
    )
    const enforcer = await newEnforcer(newModelFromString(model), new StringAdapter(lines.join('\n')))
    for (const { folder, state } of documents)
      for (const right of rights) if (await enforcer.enforce(person.id, folder, state.state, right)) allowed++
  }
  return { perPerson: (performance.now() - started) / count, allowed }
}

function timed(work) {
  const times = []
  let answer
  for (let round = 0; round < 5; round++) {
    const started = performance.now()
    answer = work()
    times.push(performance.now() - started)
  }
  return { ms: median(times), answer }
}

/** Two lines for the table: ours against each library, in the same run, on the same rules. */
export async function benchRights() {
  const own = timed(ours)
  const other = timed(casl)
  if (own.answer !== other.answer) throw new Error(`the answers differ: ${own.answer} and ${other.answer}`)
  const slow = await casbin(5)
  const figures = {
    people: people.length,
    documents: documents.length,
    folders: folders.length,
    oursMs: own.ms,
    caslMs: other.ms,
    casbinMsForOnePerson: slow.perPerson,
  }
  return [
    { name: 'rights: @casl/ability’s time over ours', ratio: other.ms / own.ms, atLeast: 1, figures },
    {
      name: 'rights: casbin’s time for a person over ours',
      ratio: slow.perPerson / (own.ms / people.length),
      atLeast: 10,
      figures,
    },
  ]
}
