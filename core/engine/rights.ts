import { type Configuration, type Lifecycle, principalName, stateName, stateUseOf } from '../configuration'
import type { DocumentSnapshot } from './document'
import {
  chainTo,
  type Folder,
  folderGrants,
  type Person,
  type Principal,
  principalsOf,
  type Reason,
  type Right,
  stateGrants,
} from '../access'

/**
 * What stands against a person having all of the rights on a document: an empty list means nothing does.
 * Also says who the person is there (`held`), which the caller usually needs next.
 */
export function allowsAll(
  {
    configuration,
    folders,
    document,
    person,
  }: { configuration: Configuration; folders: Folder[]; document: DocumentSnapshot; person: Person },
  lifecycle: Lifecycle,
  wanted: Right[],
): { held: Set<Principal>; reasons: Reason[] } {
  const chain = chainTo(folders, document.folder)
  const held = principalsOf(person, chain)
  const use = stateUseOf(lifecycle, document.state)
  const state = stateName(configuration, document.state)
  const reasons: Reason[] = []
  for (const right of wanted) {
    const place = folderGrants(chain, held, right)
    if (!place.granted)
      reasons.push({
        rule: 'folder-grant',
        message: `${person.name} has no right to ${right} in ${document.folder}`,
        where: place.folder ? `folder ${place.folder}` : 'the folders down to it',
        wayOut: `${whoHas(configuration, chain, right)}have “${right}” granted on the folder by an administrator`,
      })
    if (!stateGrants(use, held, right)) {
      const who = Object.entries(use.grants)
        .filter(([, listed]) => listed.includes(right))
        .map(([principal]) => principalName(configuration, principal))
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

/** The principals to whom the folders grant a right, as a way out: “ask Author or Lead, or ”. */
function whoHas(configuration: Configuration, chain: Folder[], right: Right): string {
  const granted = new Set(
    chain.flatMap((folder) =>
      Object.entries(folder.grants ?? {})
        .filter(([, listed]) => listed.includes(right))
        .map(([principal]) => principalName(configuration, principal)),
    ),
  )
  return granted.size ? `ask ${[...granted].join(' or ')}, or ` : ''
}
