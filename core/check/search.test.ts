import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Directory } from '../access'
import type { DocumentRecord } from '../attribute'
import { evaluate, parseCondition } from '../condition'
import type { Configuration, Transition } from '../configuration'
import { check } from './check'
import { configurations, directories, states } from './search.fixture'

/**
 * The rules of every code again, in the plainest way: all records, all people, all ways are gone through. What is found
 * must be what the checker finds, and nothing else.
 */
const labels = [
  { revision_label: '1', revision_series: 'trial', revision_major: '1', revision_minor: null },
  { revision_label: '2', revision_series: 'trial', revision_major: '2', revision_minor: null },
  { revision_label: 'A', revision_series: 'issue', revision_major: 'A', revision_minor: null },
  { revision_label: 'B', revision_series: 'issue', revision_major: 'B', revision_minor: null },
]
const records: DocumentRecord[] = [null, 'p', 'q'].flatMap((kind) =>
  [null, true, false].flatMap((ready) =>
    [null, 'p', 'q', 'x'].flatMap((note) => labels.map((label) => ({ kind, ready, note, ...label }))),
  ),
)

interface World {
  configuration: Configuration
  directory: Directory
}
const mainOf = ({ configuration }: World) => configuration.lifecycles[0]!
const holds = ({ configuration }: World, guard: string | undefined, state: string, record: DocumentRecord) =>
  !guard || evaluate(parseCondition(guard, configuration.attributes), { ...record, state_id: state })
const useOf = (world: World, state: string) => mainOf(world).states.find((use) => use.state === state)!
const alive = (world: World, { guard }: Transition, state: string) =>
  records.some((record) => holds(world, guard, state, record))

/** What a transition makes of a record; undefined where it cannot be carried out. */
function written(
  { effects, to }: Transition,
  record: DocumentRecord,
  without?: number,
): DocumentRecord | undefined {
  const after = { ...record }
  for (const [index, effect] of effects.entries()) {
    if (effect.kind !== 'write' || index === without) continue
    if (!(effect.attribute in after)) return undefined
    const text = effect.value.replace('{{ to.name }}', to).replace('{{ note }}', String(after.note ?? ''))
    if (effect.attribute === 'kind' && !['', 'p', 'q'].includes(text)) return undefined
    after[effect.attribute] = text === '' ? null : text
  }
  return after
}

const unattendedFrom = (world: World, state: string) =>
  mainOf(world).transitions.filter(({ trigger, from }) => trigger === 'unattended' && from.includes(state))

/** Whether some document goes round for ever. */
function loops(world: World): boolean {
  return states.some((start) =>
    records.some((first) => {
      const seen = new Set<string>()
      let [state, record] = [start, first]
      for (;;) {
        const key = JSON.stringify([state, record])
        if (seen.has(key)) return true
        seen.add(key)
        const true_ = unattendedFrom(world, state).filter(({ guard }) => holds(world, guard, state, record))
        const after = true_.length === 1 ? written(true_[0]!, record) : undefined
        if (!after) return false
        ;[state, record] = [true_[0]!.to, after]
      }
    }),
  )
}

/** Everything that a person is in the one folder there is. */
function held({ directory }: World, id: string): string[] {
  const { roles = {} } = directory.folders[0]!
  const own = ['anyone', `person:${id}`]
  return [
    ...own,
    ...Object.entries(roles).flatMap(([role, players]) =>
      players.some((player) => own.includes(player)) ? [`role:${role}`] : [],
    ),
  ]
}
function may(world: World, id: string, right: string, state: string): boolean {
  const { grants = {}, withhold = {} } = world.directory.folders[0]!
  const own = held(world, id)
  const given = (rules: Record<string, string[]>) =>
    Object.entries(rules).some(([to, rights]) => own.includes(to) && rights.includes(right))
  const has = given(grants) && !given(withhold) && given(useOf(world, state).grants)
  return has && (right === 'see' || may(world, id, 'see', state))
}
const active = ({ directory }: World) =>
  directory.people.filter((person) => person.active).map(({ id }) => id)
const plays = (world: World, id: string, members: string[] = []) =>
  held(world, id).some((principal) => members.includes(principal))
const rightsFor = ({ revision }: Transition) =>
  revision.startsWith('adopt') ? ['see', 'move', 'adopt'] : ['see', 'move']
const mayAct = (world: World, id: string, transition: Transition, state: string) =>
  rightsFor(transition).every((right) => may(world, id, right, state))

/** Whether chairs can be filled by different people, tried in every way. */
function fillable(world: World, chairs: string[][], people: string[]): boolean {
  const [chair, ...others] = chairs
  if (!chair) return true
  return people.some(
    (id) =>
      plays(world, id, chair) &&
      fillable(
        world,
        others,
        people.filter((other) => other !== id),
      ),
  )
}

/** Whether some way along steps leads from a state to one that ends it, with at least one step. */
function leads(
  world: World,
  from: string,
  may: (transition: Transition, state: string) => boolean,
  ends: (state: string, way: string[]) => boolean,
): boolean {
  const walk = (state: string, way: string[], length: number): boolean =>
    length < 7 &&
    mainOf(world).transitions.some(
      (transition) =>
        transition.from.includes(state) &&
        may(transition, state) &&
        (ends(transition.to, [...way, transition.to]) ||
          walk(transition.to, [...way, transition.to], length + 1)),
    )
  return walk(from, [], 0)
}

/** Whether some person alone brings what they changed to an issued state. */
function approvesAlone(world: World): boolean {
  const alone = (id: string) => (transition: Transition, state: string) => {
    const { revision, trigger, notBy = [], firedBy, seats = [] } = transition
    if (revision.startsWith('adopt') || !alive(world, transition, state)) return false
    if (trigger === 'unattended') return true
    if (notBy.includes('lastEditor') || !may(world, id, 'move', state)) return false
    if (trigger === 'hand') return plays(world, id, firedBy)
    const needed = seats.filter((seat) => seat.needed > 0)
    return needed.length === 1 && needed[0]!.needed === 1 && plays(world, id, needed[0]!.members)
  }
  return active(world).some((id) =>
    mainOf(world).states.some(
      ({ state, content }) =>
        content === 'open' &&
        may(world, id, 'edit', state) &&
        leads(world, state, alone(id), (to) => useOf(world, to).phase === 'issued'),
    ),
  )
}

/** Where documents may stand with labels of which series: filed, stepped and adopted in every way. */
function carried(world: World): Set<string> {
  const stands = new Set([`${mainOf(world).entry} trial`])
  const adopt = (state: string) => ['trial', 'issue'].forEach((series) => stands.add(`${state} ${series}`))
  for (const { state, adoption } of mainOf(world).states) if (adoption) adopt(state)
  for (const { from, to, revision } of mainOf(world).transitions)
    if (revision.startsWith('adopt') && from.some((state) => useOf(world, state).adoption)) adopt(to)
  for (let before = -1; before < stands.size;) {
    before = stands.size
    for (const transition of mainOf(world).transitions)
      for (const state of transition.from)
        for (const series of ['trial', 'issue']) {
          if (!stands.has(`${state} ${series}`) || !carries(world, transition, state, series)) continue
          const after =
            transition.revision === 'series:issue' || (transition.revision === 'series' && series === 'trial')
              ? 'issue'
              : transition.revision === 'series'
                ? undefined
                : series
          if (after) stands.add(`${transition.to} ${after}`)
        }
  }
  return stands
}
const carries = (world: World, { guard }: Transition, state: string, series: string) =>
  records.some((record) => record.revision_series === series && holds(world, guard, state, record))

/** Every finding, as its code and what it is about. */
function search(world: World): string[] {
  const { configuration } = world
  const { entry, transitions, states: uses } = mainOf(world)
  const found: string[] = []
  const say = (is: boolean, ...words: string[]) => is && found.push(words.join(' '))
  const issued = (state: string) => useOf(world, state).phase === 'issued'
  const stands = carried(world)

  for (const { state, final, content, adoption, grants } of uses) {
    const reached =
      state === entry ||
      leads(
        world,
        entry,
        () => true,
        (to) => to === state,
      )
    const left = transitions.some(({ from, to }) => from.includes(state) && to !== state)
    say(!reached, 'state-unreachable', state)
    say(!left && !final, 'state-stuck', state)
    say(left && final === true, 'final-with-exit', state)
    const mayAdopt = active(world).some((id) => may(world, id, 'adopt', state))
    say(Boolean(adoption) && !mayAdopt, 'adoption-incomplete', state)
    const out = unattendedFrom(world, state)
    const none = (record: DocumentRecord) => !out.some(({ guard }) => holds(world, guard, state, record))
    say(out.length > 0 && records.some(none), 'unattended-gap', state)
    for (const [index, one] of out.entries())
      for (const other of out.slice(index + 1))
        if (records.some((record) => [one, other].every(({ guard }) => holds(world, guard, state, record))))
          found.push(`unattended-overlap ${one.id} ${other.id}`)
    const keeps = ({ revision }: Transition, at: string) =>
      revision === 'keep' ||
      revision === 'settle' ||
      (revision.startsWith('adopt') && useOf(world, at).adoption)
    const isOpen = (at: string) => useOf(world, at).content === 'open'
    const back = leads(
      world,
      state,
      (transition, at) => Boolean(keeps(transition, at)) && alive(world, transition, at),
      (to, way) => issued(to) && way.some(isOpen),
    )
    say(issued(state) && content === 'open', 'revision-reused', state)
    say(issued(state) && content !== 'open' && back, 'revision-reused from', state)
    void grants
  }
  for (const transition of transitions) {
    const { id, from, trigger, firedBy = [], seats = [], guard, revision, effects } = transition
    const lives = from.some((state) => alive(world, transition, state))
    say(guard !== undefined && !lives, 'guard-never-true', id)
    const grantsNobody = rightsFor(transition).some(
      (right) =>
        !from.some((state) =>
          Object.values(useOf(world, state).grants)
            .flat()
            .includes(right as never),
        ),
    )
    const canFire = from.some((state) =>
      active(world).some(
        (person) => plays(world, person, firedBy) && mayAct(world, person, transition, state),
      ),
    )
    say((trigger === 'hand' && !canFire) || (trigger === 'quorum' && grantsNobody), 'nobody-can-fire', id)
    const chairs = seats.flatMap(({ members, needed }) => Array.from({ length: needed }, () => members))
    const canSign = from.some((state) =>
      fillable(
        world,
        chairs,
        active(world).filter((person) => mayAct(world, person, transition, state)),
      ),
    )
    say(
      trigger === 'quorum' && (chairs.length === 0 || (from.length > 0 && !canSign)),
      'quorum-unfillable',
      id,
    )
    const offHere = from.some((state) => !useOf(world, state).adoption)
    say(revision.startsWith('adopt') && offHere, 'adoption-incomplete', id)
    const here = (series: string) =>
      from.some((state) => stands.has(`${state} ${series}`) && carries(world, transition, state, series))
    say(revision === 'minor' || (revision === 'series' && here('issue')), 'step-unsupported', id)
    say(revision === 'series:issue' && here('issue'), 'series-backwards', id)
    say(
      effects.some((effect) => 'attribute' in effect && effect.attribute === 'none'),
      'write-unknown-attribute',
      id,
    )
    const always = effects.some(
      (effect) =>
        effect.kind === 'write' &&
        effect.attribute === 'kind' &&
        !['', 'p', 'q', '{{ note }}'].includes(effect.value.replace('{{ to.name }}', transition.to)),
    )
    say(always, 'write-impossible', id)
    // Over what nothing has used yet, whatever record it is.
    const known = { ...transition, effects: effects.filter((effect) => effect.kind === 'write') }
    const clobbered = effects.some(
      (effect, index) =>
        effect.kind === 'write' &&
        effects.some(
          (later, at) => at > index && later.kind === 'write' && later.attribute === effect.attribute,
        ) &&
        !isUsed(known, index),
    )
    say(clobbered, 'write-clobbered', id)
  }
  say(loops(world), 'unattended-loop')
  say(approvesAlone(world), 'self-approval')
  for (const role of ['author', 'checker']) {
    const spoken = JSON.stringify([uses.map(({ grants }) => grants), transitions]).includes(`"role:${role}"`)
    say(
      spoken && !active(world).some((id) => held(world, id).includes(`role:${role}`)),
      'role-unassigned',
      role,
    )
  }
  const adopts = uses.filter(({ adoption }) => adoption).map(({ state }) => state)
  const toIssued = (may: (transition: Transition) => boolean) => (state: string) =>
    leads(world, state, (transition, at) => may(transition) && alive(world, transition, at), issued)
  const keepsLabel = ({ revision }: Transition) => /^(keep|settle|adopt.*)$/.test(revision)
  say(
    adopts.length > 0 &&
      !adopts.some(issued) &&
      adopts.some(toIssued(() => true)) &&
      !adopts.some(toIssued(keepsLabel)),
    'adoption-then-step',
  )
  const meets = (rule: string) => records.filter((record) => holds(world, rule, '', record))
  for (const [index, { id, rule }] of configuration.classes.entries()) {
    const before = configuration.classes.slice(0, index).flatMap((other) => meets(other.rule))
    say(meets(rule).length === 0, 'guard-never-true', id)
    const isShadowed =
      index > 0 && meets(rule).length > 0 && meets(rule).every((record) => before.includes(record))
    say(isShadowed, 'class-shadowed', id)
  }
  const taken = new Set(configuration.classes.flatMap(({ rule }) => meets(rule)))
  say(configuration.classes.length > 0 && taken.size < records.length, 'class-gap')
  return [...new Set(found)].sort()
}

/** Whether what a write wrote is read by an effect before it is written over. */
function isUsed({ effects }: Transition, index: number): boolean {
  const write = effects[index] as { attribute: string }
  for (const later of effects.slice(index + 1)) {
    if (later.kind !== 'write') continue
    if (write.attribute === 'note' && later.value.includes('{{ note }}')) return true
    if (later.attribute === write.attribute) return false
  }
  return true
}

/** What the checker says, in the same words. */
function told({ configuration, directory }: World): string[] {
  const found = check(configuration, directory).map(({ code, severity, where, witness }) => {
    const { state, transition, role } = where
    expect(code === 'class-gap' || code === 'unattended-gap' || severity !== 'advice', code).toBe(true)
    const { transitions = [], states: way = [] } = (witness ?? {}) as {
      transitions?: string[]
      states?: string[]
    }
    if (code === 'unattended-overlap') return `${code} ${transitions.join(' ')}`
    if (code === 'revision-reused') return state ? `${code} ${state}` : `${code} from ${way[0]}`
    if (['unattended-loop', 'self-approval', 'adoption-then-step', 'class-gap'].includes(code)) return code
    return `${code} ${role ?? where.class ?? transition ?? state ?? ''}`
  })
  return [...new Set(found)].sort()
}

it('finds what going through everything finds, and nothing else', () => {
  const seen = new Map<string, number>()
  fc.assert(
    fc.property(configurations, directories, (configuration, directory) => {
      const world = { configuration, directory }
      const expected = search(world)
      for (const line of expected) {
        const code = line.split(' ')[0]!
        seen.set(code, (seen.get(code) ?? 0) + 1)
      }
      const ignored = (line: string) =>
        !/^(unknown-reference|duplicate-name|state-unused|stamp-unbound)/.test(line)
      expect(told(world).filter(ignored)).toEqual(expected)
    }),
    { numRuns: 160, seed: 20261126 },
  )
  // Every one of them came up, or the agreement would say nothing.
  expect(seen.size).toBeGreaterThan(20)
})
