import {
  chainTo,
  folderGrants,
  type Person,
  type Principal,
  principalsOf,
  type Reason,
  relationOf,
  type Right,
  stateGrants,
} from '../access'
import { type Lifecycle, stateName, stateUseOf } from '../configuration'
import { type Asked, whoCould } from './who-could'

/**
 * What stands against a person having all of the rights on a document: an empty list means nothing does.
 * Also says who the person is there (`held`), which the caller usually needs next.
 */
export function allowsAll(
  asked: Asked & { person: Person },
  lifecycle: Lifecycle,
  wanted: Right[],
): { held: Set<Principal>; reasons: Reason[] } {
  const { configuration, folders, document, person } = asked
  const chain = chainTo(folders, document.folder)
  const held = principalsOf(person, chain, relationOf(person, document))
  const use = stateUseOf(lifecycle, document.state)
  const state = stateName(configuration, document.state)
  const ask = (among: Principal[]) => whoCould(asked, lifecycle, among, { rights: wanted })
  const reasons: Reason[] = []
  for (const right of wanted) {
    const place = folderGrants(chain, held, right)
    if (!place.granted) {
      const who = ask(chain.flatMap(({ grants }) => granted(grants, right)))
      reasons.push({
        rule: 'folder-grant',
        message: `${person.name} has no right to ${right} in ${document.folder}`,
        where: place.folder ? `folder ${place.folder}` : 'the folders down to it',
        wayOut: `${who.length ? `ask ${who.join(' or ')}, or ` : ''}have “${right}” granted on the folder by an administrator`,
      })
    }
    if (!stateGrants(use, held, right)) {
      const who = ask(granted(use.grants, right))
      reasons.push({
        rule: 'state-grant',
        message: `${state} grants ${person.name} no right to ${right}`,
        where: `${lifecycle.name}, state ${state}`,
        wayOut: who.length ? `ask ${who.join(' or ')}` : `grant “${right}” in ${state}`,
      })
    }
  }
  return { held, reasons }
}

/** The principals to whom rules grant a right. */
const granted = (grants: Record<Principal, Right[]> | undefined, right: Right): Principal[] =>
  Object.entries(grants ?? {})
    .filter(([, listed]) => listed.includes(right))
    .map(([principal]) => principal)
