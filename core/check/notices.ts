import { type Directory, idOf, type Principal, type PrincipalKind, readPrincipal } from '../access'
import {
  type Configuration,
  type Lifecycle,
  type Notice,
  principalName,
  type Transition,
} from '../configuration'
import { templateProblem } from '../template'
import { finding, type Finding } from './finding'
import type { Scope } from './scope'

/** Notices that reach nobody, go to no address, or cannot be read. */
export const checkNotices = ({ configuration, lifecycle, directory }: Scope): Finding[] =>
  lifecycle.transitions.flatMap((transition) =>
    (transition.notices ?? []).flatMap((notice) => [
      ...nobody(configuration, lifecycle, transition, notice, directory),
      ...addresses(lifecycle, transition, notice, directory),
      ...templates(configuration, lifecycle, transition, notice),
    ]),
  )

const whereIs = (lifecycle: Lifecycle, { id }: Transition) => ({ lifecycle: lifecycle.id, transition: id })
/** The address in `mail:ADDRESS`. */
const addressIn = (to: string): string | undefined => /^mail:(.*)$/s.exec(to)?.[1]
/** A local part and a domain (RFC 5321). */
const isAddress = (text: string) => /^[^\s@]+@[^\s@]+$/.test(text)

function nobody(
  configuration: Configuration,
  lifecycle: Lifecycle,
  transition: Transition,
  { to, subject }: Notice,
  directory: Directory | undefined,
): Finding[] {
  if (!to.every((one) => reachesNobody(lifecycle, transition, one, directory))) return []
  const who = to.map((one) => principalName(configuration, one)).join(', ')
  const message = `the notice “${subject}” of ${transition.name} reaches nobody${who ? `: ${who}` : ''}`
  return [finding('notice-nobody', whereIs(lifecycle, transition), message)]
}

function addresses(
  lifecycle: Lifecycle,
  transition: Transition,
  { to }: Notice,
  directory: Directory | undefined,
): Finding[] {
  const where = whereIs(lifecycle, transition)
  const wrong = to
    .flatMap((one) => addressIn(one) ?? [])
    .filter((address) => !isAddress(address))
    .map((address) =>
      finding('no-address', where, `“${address}”, told by ${transition.name}, is no mail address`),
    )
  const without = (directory?.people ?? []).filter(
    (person) =>
      person.active !== false &&
      !isAddress(person.mail ?? '') &&
      to.some((one) => names(person, one, directory!)),
  )
  if (without.length === 0) return wrong
  const some = without
    .slice(0, 5)
    .map(({ name }) => name)
    .join(', ')
  const more = without.length > 5 ? ` and ${without.length - 5} more` : ''
  const message = `${some}${more} would be told by ${transition.name} and ${without.length === 1 ? 'has' : 'have'} no mail address`
  return [
    ...wrong,
    finding('no-address', where, message, { witness: { people: without.map(({ id }) => id) } }),
  ]
}

/** What a notice may name besides what an effect may: the link to the act that is asked for, and who signed. */
const ofNotices = ['link', 'signers']

function templates(
  { attributes }: Configuration,
  lifecycle: Lifecycle,
  transition: Transition,
  { subject, body }: Notice,
): Finding[] {
  const known = attributes.map(({ id }) => id)
  const problem = [subject, body].flatMap((text) => templateProblem(text, known, ofNotices) ?? [])[0]
  if (problem === undefined) return []
  const message = `a notice of ${transition.name} ${problem}`
  return [finding('template-invalid', whereIs(lifecycle, transition), message)]
}

/** Whether a principal can mean a person in some folder. */
function names(person: Directory['people'][number], principal: Principal, directory: Directory): boolean {
  const read = readPrincipal(principal)
  if (!read) return false
  const isMeant: Record<PrincipalKind, () => boolean> = {
    anyone: () => true,
    owner: () => true,
    creator: () => true,
    person: () => read.id === person.id,
    group: () => person.groups.includes(read.id),
    role: () =>
      directory.folders.some(({ roles }) =>
        roles?.[read.id]?.some(
          (player) => idOf('role', player) === undefined && names(person, player, directory),
        ),
      ),
  }
  return isMeant[read.kind]()
}

function reachesNobody(
  lifecycle: Lifecycle,
  { to: target }: Transition,
  to: string,
  directory: Directory | undefined,
): boolean {
  if (to === 'owner' || to === 'creator' || to === 'lastEditor' || addressIn(to) !== undefined) return false
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
