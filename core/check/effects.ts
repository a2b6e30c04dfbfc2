import {
  type Configuration,
  type Effect,
  type Lifecycle,
  principalName,
  type Transition,
} from '../configuration'
import { templateFault } from '../template'
import type { Directory } from '../access'
import type { Finding } from './finding'

/** What transitions write, sign and tell: into nothing, over one another, unreadable, to nobody. */
export function checkEffects(configuration: Configuration, directory?: Directory): Finding[] {
  return [
    ...configuration.lifecycles.flatMap((lifecycle) =>
      lifecycle.transitions.flatMap((transition) => [
        ...written(configuration, lifecycle, transition),
        ...signed(configuration, lifecycle, transition),
        ...told(configuration, lifecycle, transition, directory),
      ]),
    ),
    ...stampsUnbound(configuration),
  ]
}

const writes = (effects: Effect[]) =>
  effects.filter((effect): effect is Extract<Effect, { kind: 'write' }> => effect.kind === 'write')
const attributeName = ({ attributes }: Configuration, id: string) =>
  attributes.find((attribute) => attribute.id === id)?.name ?? id

function written(
  configuration: Configuration,
  lifecycle: Lifecycle,
  { id, name, effects }: Transition,
): Finding[] {
  const where = { lifecycle: lifecycle.id, transition: id }
  const targets = effects.flatMap((effect) => ('attribute' in effect ? [effect.attribute] : []))
  const unknown = [...new Set(targets)]
    .filter((target) => !configuration.attributes.some((attribute) => attribute.id === target))
    .map((target): Finding => ({
      code: 'write-unknown-attribute',
      severity: 'error',
      where,
      message: `${name} writes “${target}”, which is no attribute`,
    }))
  const invalid = writes(effects).flatMap(({ attribute, value }): Finding[] => {
    const fault = templateFault(value)
    return fault
      ? [
          {
            code: 'template-invalid',
            severity: 'error',
            where,
            message: `what ${name} writes into ${attribute} cannot be read: ${fault}`,
          },
        ]
      : []
  })
  const twice = [...new Set(targets.filter((target, index) => targets.indexOf(target) !== index))].map(
    (target): Finding => ({
      code: 'write-clobbered',
      severity: 'warning',
      where,
      message: `${name} writes ${attributeName(configuration, target)} more than once: only the last one stays`,
      fix: {
        words: 'keep only the last',
        edit: {
          kind: 'change-transition',
          lifecycle: lifecycle.id,
          transition: id,
          patch: {
            effects: effects.filter(
              (effect, index) =>
                !('attribute' in effect) ||
                effect.attribute !== target ||
                index ===
                  effects.findLastIndex((other) => 'attribute' in other && other.attribute === target),
            ),
          },
        },
      },
    }),
  )
  const overLabel =
    lifecycle.revisionAttribute && targets.includes(lifecycle.revisionAttribute)
      ? [
          {
            code: 'write-clobbered',
            severity: 'warning' as const,
            where,
            message: `${name} writes ${attributeName(configuration, lifecycle.revisionAttribute)}, which carries the revision label: the label in the record would be wrong`,
          },
        ]
      : []
  return [...unknown, ...invalid, ...twice, ...overLabel]
}

function signed(
  configuration: Configuration,
  lifecycle: Lifecycle,
  { id, name, trigger, seats = [], effects }: Transition,
): Finding[] {
  return effects.flatMap((effect): Finding[] => {
    if (effect.kind !== 'sign') return []
    const where = { lifecycle: lifecycle.id, transition: id }
    const slot = attributeName(configuration, effect.attribute)
    const seat = seats.find((other) => other.id === effect.seat)
    const say = (why: string): Finding[] => [
      {
        code: 'signer-missing',
        severity: 'error',
        where,
        message: `${slot} waits for a signer that ${name} never has: ${why}`,
      },
    ]
    if (trigger !== 'quorum') return say('it is not fired by quorum')
    if (!seat) return say(`it has no seat “${effect.seat}”`)
    if (effect.signer !== 'last' && (effect.signer < 1 || effect.signer > seat.needed))
      return say(`signer ${effect.signer} of ${seat.name}, which has ${seat.needed}`)
    return []
  })
}

/** What the system alone writes is meant to be seen on the sheet. */
function stampsUnbound(configuration: Configuration): Finding[] {
  const targets = new Set(
    configuration.lifecycles.flatMap(({ transitions }) =>
      transitions.flatMap(({ effects }) =>
        effects.flatMap((effect) => ('attribute' in effect ? [effect.attribute] : [])),
      ),
    ),
  )
  return configuration.attributes
    .filter(
      ({ id, systemOnly, bindings }) =>
        systemOnly && targets.has(id) && !bindings?.some(({ mode }) => mode !== 'read'),
    )
    .map(({ id, name }): Finding => ({
      code: 'stamp-unbound',
      severity: 'advice',
      where: { attribute: id },
      message: `${name} is written by transitions and bound to no place in a file: nobody sees it on the sheet`,
    }))
}

function told(
  configuration: Configuration,
  lifecycle: Lifecycle,
  transition: Transition,
  directory: Directory | undefined,
): Finding[] {
  const where = { lifecycle: lifecycle.id, transition: transition.id }
  return (transition.notices ?? []).flatMap((notice): Finding[] => {
    const findings: Finding[] = []
    if (notice.to.every((to) => reachesNobody(lifecycle, transition, to, directory)))
      findings.push({
        code: 'notice-nobody',
        severity: 'warning',
        where,
        message: `the notice “${notice.subject}” of ${transition.name} reaches nobody${notice.to.length ? `: ${notice.to.map((to) => principalName(configuration, to)).join(', ')}` : ''}`,
      })
    for (const to of notice.to)
      if (to.startsWith('mail:') && !isAddress(to.slice('mail:'.length)))
        findings.push({
          code: 'no-address',
          severity: 'warning',
          where,
          message: `“${to.slice('mail:'.length)}”, told by ${transition.name}, is no mail address`,
        })
    const without = directory
      ? directory.people.filter(
          (person) =>
            person.active !== false &&
            !isAddress(person.mail ?? '') &&
            notice.to.some((to) => names(person, to, directory)),
        )
      : []
    if (without.length)
      findings.push({
        code: 'no-address',
        severity: 'warning',
        where,
        message: `${without
          .slice(0, 5)
          .map(({ name }) => name)
          .join(
            ', ',
          )}${without.length > 5 ? ` and ${without.length - 5} more` : ''} would be told by ${transition.name} and ${without.length === 1 ? 'has' : 'have'} no mail address`,
        witness: { people: without.map(({ id }) => id) },
      })
    const faults = [notice.subject, notice.body].flatMap((text) => templateFault(text) ?? [])
    if (faults.length)
      findings.push({
        code: 'template-invalid',
        severity: 'error',
        where,
        message: `a notice of ${transition.name} cannot be read: ${faults[0]}`,
      })
    return findings
  })
}

/** A local part and a domain (RFC 5321). */
const isAddress = (text: string) => /^[^\s@]+@[^\s@]+$/.test(text)

/** Whether a principal can mean a person in some folder. */
function names(person: Directory['people'][number], principal: string, directory: Directory): boolean {
  if (principal === 'anyone' || principal === `person:${person.id}`) return true
  if (principal.startsWith('group:')) return person.groups.includes(principal.slice('group:'.length))
  if (!principal.startsWith('role:')) return false
  return directory.folders.some(({ roles }) =>
    roles?.[principal.slice('role:'.length)]?.some(
      (player) => !player.startsWith('role:') && names(person, player, directory),
    ),
  )
}

function reachesNobody(
  lifecycle: Lifecycle,
  { to: target }: Transition,
  to: string,
  directory: Directory | undefined,
): boolean {
  if (to === 'creator' || to === 'lastEditor' || to.startsWith('mail:')) return false
  if (to === 'nextSigners')
    return !lifecycle.transitions.some(
      ({ trigger, from, seats }) =>
        trigger === 'quorum' && from.includes(target) && seats?.some(({ members }) => members.length),
    )
  return (
    directory !== undefined &&
    !directory.people.some((person) => person.active !== false && names(person, to, directory))
  )
}
