import { effectKind, writtenAttribute } from '../effect'
import { attributeName, type Configuration, type Lifecycle, type Transition } from '../configuration'
import { finding, type Finding } from './finding'

/** What transitions write and sign: into nothing, over one another, unreadable. */
export function checkEffects(configuration: Configuration): Finding[] {
  const each = configuration.lifecycles.flatMap((lifecycle) =>
    lifecycle.transitions.flatMap((transition) => [
      ...written(configuration, lifecycle, transition),
      ...faults(configuration, lifecycle, transition),
    ]),
  )
  return [...each, ...stampsUnbound(configuration)]
}

const whereIs = (lifecycle: Lifecycle, { id }: Transition) => ({ lifecycle: lifecycle.id, transition: id })
const targetsOf = ({ effects }: Transition): string[] =>
  effects.flatMap((effect) => writtenAttribute(effect) ?? [])

/** What each effect says of itself. */
function faults({ attributes }: Configuration, lifecycle: Lifecycle, transition: Transition): Finding[] {
  const { name, trigger, seats = [], effects } = transition
  const around = { attributes, transition: name, byQuorum: trigger === 'quorum', seats }
  return effects.flatMap((effect) =>
    effectKind(effect)
      .faults(effect, around)
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
  const twice = [...new Set(targets.filter((target, index) => targets.indexOf(target) !== index))]
  const label = lifecycle.revisionAttribute
  const overLabel =
    label && targets.includes(label)
      ? `${transition.name} writes ${nameOf(label)}, which carries the revision label: the label in the record would be wrong`
      : undefined
  return [
    ...unknown,
    ...twice.map((target) => writtenTwice(lifecycle, transition, target, nameOf(target))),
    ...(overLabel ? [finding('write-clobbered', where, overLabel)] : []),
  ]
}

function writtenTwice(lifecycle: Lifecycle, transition: Transition, target: string, name: string): Finding {
  const last = transition.effects.findLastIndex((effect) => writtenAttribute(effect) === target)
  const effects = transition.effects.filter(
    (effect, index) => writtenAttribute(effect) !== target || index === last,
  )
  const where = whereIs(lifecycle, transition)
  const message = `${transition.name} writes ${name} more than once: only the last one stays`
  return finding('write-clobbered', where, message, {
    fix: {
      words: 'keep only the last',
      edit: { kind: 'change-transition', ...where, patch: { effects } },
    },
  })
}

/** What the system alone writes is meant to be seen on the sheet. */
function stampsUnbound({ attributes, lifecycles }: Configuration): Finding[] {
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
