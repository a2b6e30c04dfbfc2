import {
  checksByScript,
  effectKind,
  type EffectPlace,
  type NamedState,
  readAttributes,
  writtenAttribute,
} from '../effect'
import { attributeName, type Configuration, type Lifecycle, type Transition } from '../configuration'
import { finding, type Finding } from './finding'
import type { Scope } from './scope'

/** What transitions write and sign: into nothing, over one another, unreadable, or what cannot be held. */
export const checkEffects = ({ configuration, lifecycle }: Scope): Finding[] =>
  lifecycle.transitions.flatMap((transition) => [
    ...written(configuration, lifecycle, transition),
    ...faults(configuration, lifecycle, transition),
  ])

const whereIs = (lifecycle: Lifecycle, { id }: Transition) => ({ lifecycle: lifecycle.id, transition: id })
const targetsOf = ({ effects }: Transition): string[] =>
  effects.flatMap((effect) => writtenAttribute(effect) ?? [])

/** What each effect says of itself. */
function faults(configuration: Configuration, lifecycle: Lifecycle, transition: Transition): Finding[] {
  const { name, trigger, seats = [], effects, from, to } = transition
  const { attributes, states } = configuration
  const named = (id: string): NamedState => {
    const state = states.find((other) => other.id === id)
    return { id, name: state?.name ?? id, description: state?.description ?? '' }
  }
  const around = { attributes, transition: name, byQuorum: trigger === 'quorum', seats }
  const place: EffectPlace = { ...around, from: from.map(named), to: named(to) }
  return effects.flatMap((effect) =>
    effectKind(effect)
      .faults(effect, place)
      .map(({ code, message }) => finding(code, whereIs(lifecycle, transition), message)),
  )
}

function written(configuration: Configuration, lifecycle: Lifecycle, transition: Transition): Finding[] {
  const where = whereIs(lifecycle, transition)
  const targets = targetsOf(transition)
  const nameOf = (id: string) => attributeName(configuration, id)
  const isKnown = (target: string) => configuration.attributes.some(({ id }) => id === target)
  const unknown = [...new Set(targets)]
    .filter((target) => !isKnown(target))
    .map((target) =>
      finding(
        'write-unknown-attribute',
        where,
        `${transition.name} writes “${target}”, which is no attribute`,
      ),
    )
  const clobbered = writesClobbered(configuration, transition)
  const twice = [...new Set([...clobbered].map((index) => writtenAttribute(transition.effects[index]!)!))]
  const label = lifecycle.revisionAttribute
  const overLabel =
    label && targets.includes(label)
      ? `${transition.name} writes ${nameOf(label)}, which carries the revision label: the label in the record would be wrong`
      : undefined
  return [
    ...unknown,
    ...twice.map((target) => writtenTwice(lifecycle, transition, clobbered, target, nameOf(target))),
    ...(overLabel ? [finding('write-clobbered', where, overLabel)] : []),
  ]
}

/** The writes, by their places, over which a later one writes before anything has used what they wrote. */
function writesClobbered({ scripts = [] }: Configuration, { effects }: Transition): Set<number> {
  const waiting = new Map<string, number>()
  const clobbered = new Set<number>()
  for (const [index, effect] of effects.entries()) {
    if (checksByScript(effect, scripts)) waiting.clear()
    for (const name of readAttributes(effect)) waiting.delete(name)
    const target = writtenAttribute(effect)
    if (target === undefined) continue
    const before = waiting.get(target)
    if (before !== undefined) clobbered.add(before)
    waiting.set(target, index)
  }
  return clobbered
}

function writtenTwice(
  lifecycle: Lifecycle,
  transition: Transition,
  clobbered: Set<number>,
  target: string,
  name: string,
): Finding {
  const effects = transition.effects.filter(
    (effect, index) => writtenAttribute(effect) !== target || !clobbered.has(index),
  )
  const where = whereIs(lifecycle, transition)
  const message = `${transition.name} writes ${name} and writes over it before anything has used it`
  return finding('write-clobbered', where, message, {
    fix: {
      words: 'leave out what is written over',
      edit: { kind: 'change-transition', ...where, patch: { effects } },
    },
  })
}

/** What the system alone writes is meant to be seen on the sheet. */
export function stampsUnbound({ attributes, lifecycles }: Configuration): Finding[] {
  const targets = new Set(lifecycles.flatMap(({ transitions }) => transitions.flatMap(targetsOf)))
  return attributes
    .filter(
      ({ id, systemOnly, bindings }) =>
        systemOnly && targets.has(id) && !bindings?.some(({ mode }) => mode !== 'read'),
    )
    .map(({ id, name }) =>
      finding(
        'stamp-unbound',
        { attribute: id },
        `${name} is written by transitions and bound to no place in a file: nobody sees it on the sheet`,
      ),
    )
}
