import {
  type Because,
  explain,
  type Granting,
  type Right,
  rights,
  stateGrants,
  folderGrants,
  chainTo,
  principalsOf,
  relationOf,
  type Person,
  stranger,
} from '../../core/access'
import {
  type Configuration,
  lifecycleOf,
  principalName,
  stateName,
  stateUseOf,
  transitionOf,
  triggerKind,
} from '../../core/configuration'
import { nameIn } from '../../core/directory'
import { reasonsAgainst } from '../../core/engine'
import type { AccessAnswer, WhatMay, WhoCan } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { decideFiring } from '../documents/acts/fire'
import { seenRow } from '../documents/rights'
import type { DocumentRow } from '../documents/rows'
import { Refusal } from '../refusal'
import { wholeDirectory } from './directory'
import { allFolders } from './folders'
import { type Account, account as accountOf, asPerson } from './people'

/** What is asked: of somebody, about a right or a transition, on a document or on what stands somewhere. */
export interface AccessAsked {
  person?: string
  right?: Right
  transition?: string
  number?: string
  folder?: string
  lifecycle?: string
  state?: string
}

/** Where it is asked about: a document that the asker may see, or a folder and perhaps a state. */
interface Spot {
  row?: DocumentRow
  name: string
  document: { folder: string; owner?: string; creator?: string }
  state?: Granting & { lifecycle: string; id: string }
}

function spotOf(tx: Tx, account: Account, { number, folder, lifecycle, state }: AccessAsked): Spot {
  const { configuration } = published(tx)
  const granting = (of: string, id: string) => ({
    ...stateUseOf(lifecycleOf(configuration, of), id),
    ...{ lifecycle: of, id },
  })
  if (number) {
    const row = seenRow(tx, account, number)
    return { row, name: number, document: row, state: granting(row.lifecycle, row.state) }
  }
  if (!folder || !allFolders(tx).some(({ path }) => path === folder))
    throw new Refusal(
      'invalid',
      folder ? `there is no folder ${folder}` : 'name a document or a folder to ask about',
    )
  if (!lifecycle || !state) return { name: `a document in ${folder}`, document: { folder } }
  const name = `a document in ${folder} that stands in ${stateName(configuration, state)}`
  return { name, document: { folder }, state: granting(lifecycle, state) }
}

function personAsked(tx: Tx, id: string | undefined): Account {
  const person = id === undefined ? undefined : accountOf(tx, id)
  if (!person) throw new Refusal('invalid', id ? `there is no person “${id}”` : 'name a person to ask about')
  return person
}

const namesFor = (tx: Tx, configuration: Configuration) => {
  const directory = wholeDirectory(tx)
  return {
    principal: (one: string) => nameIn(directory, configuration, one),
    lifecycle: (id: string) => lifecycleOf(configuration, id).name,
    state: (id: string) => stateName(configuration, id),
  }
}

/** Whether somebody may, and why. @throws Refusal where something asked about is not there. */
export function explainAccess(tx: Tx, account: Account, asked: AccessAsked): AccessAnswer {
  const person = personAsked(tx, asked.person)
  const spot = spotOf(tx, account, asked)
  if (asked.transition) return explainFiring(tx, person, spot, asked.transition)
  const right = asked.right ?? 'see'
  const { configuration } = published(tx)
  const { allowed, because } = explain({
    person: { ...asPerson(person), active: person.active },
    ...{ right, document: spot.document, folders: allFolders(tx), state: spot.state },
    names: namesFor(tx, configuration),
  })
  return {
    question: `${allowed ? 'Why can' : 'Why can’t'} ${person.name} ${right} ${spot.name}`,
    ...{ allowed, because },
    waysOut: allowed ? [] : waysOut(tx, person, spot, right),
  }
}

/** Transitions that somebody could fire now, which bring the document where the right is theirs. */
function waysOut(tx: Tx, person: Account, { row, document }: Spot, right: Right): string[] {
  if (!row || !person.active) return []
  const { configuration } = published(tx)
  const lifecycle = lifecycleOf(configuration, row.lifecycle)
  const chain = chainTo(allFolders(tx), document.folder)
  const held = principalsOf(asPerson(person), chain, relationOf(person, row))
  if (!folderGrants(chain, held, right).granted) return []
  return lifecycle.transitions.flatMap((transition) => {
    const grants = stateGrants(stateUseOf(lifecycle, transition.to), held, right)
    if (!grants || !transition.from.includes(row.state)) return []
    if (reasonsAgainst(decideFiring(tx, person, row, transition.id, 'asked')).length) return []
    const to = stateName(configuration, transition.to)
    return `${person.name} could fire ${transition.name}: then it stands in ${to}, where they may ${right}`
  })
}

function explainFiring(tx: Tx, person: Account, { row, name }: Spot, id: string): AccessAnswer {
  if (!row)
    throw new Refusal('invalid', 'whether a transition may be fired is asked of a document: name its number')
  const { configuration } = published(tx)
  const lifecycle = lifecycleOf(configuration, row.lifecycle)
  const transition = transitionOf(lifecycle, id)
  const reasons = reasonsAgainst(decideFiring(tx, person, row, id, 'asked'))
  const because: Because[] = reasons.map(({ message, where }) => ({
    ...{ message, where },
    at: { kind: 'document' as const },
    speaks: 'against' as const,
  }))
  const who = triggerKind(transition.trigger)
    .named(transition)
    .map((one) => principalName(configuration, one))
  const allowed = reasons.length === 0 && person.active
  return {
    question: `${allowed ? 'Why can' : 'Why can’t'} ${person.name} fire ${transition.name} on ${name}`,
    allowed,
    because: allowed
      ? [
          {
            where: `${lifecycle.name}, transition ${transition.name}`,
            message: `${transition.name} is for ${who.join(' or ')}, as ${person.name} is, and nothing stands against it`,
            at: { kind: 'document' },
            speaks: 'for',
          },
        ]
      : because,
    waysOut: [...new Set(reasons.map(({ wayOut }) => wayOut))],
  }
}

/** Everything that somebody may there, right by right. @throws Refusal where something asked about is not there. */
export function whatMay(tx: Tx, account: Account, asked: AccessAsked): WhatMay {
  const person = personAsked(tx, asked.person)
  const answers = rights.map((right) => {
    const { allowed, because } = explainAccess(tx, account, { ...asked, right, transition: undefined })
    const speaks = allowed ? 'for' : 'against'
    return { right, allowed, message: because.findLast((line) => line.speaks === speaks)!.message }
  })
  return { question: `What may ${person.name} do with ${spotOf(tx, account, asked).name}`, rights: answers }
}

/** Everybody active who may, with what makes them able to. @throws Refusal where something is not there. */
export function whoCan(tx: Tx, account: Account, asked: AccessAsked): WhoCan {
  const spot = spotOf(tx, account, asked)
  const { configuration } = published(tx)
  const active = wholeDirectory(tx).people.filter((person) => person.active)
  const isAble = asked.transition
    ? firesIt(tx, spot, asked.transition)
    : holdsIt(tx, spot, asked.right ?? 'see')
  const able = active.flatMap(({ id, name, groups }) => {
    const as = isAble({ id, name, groups })
    return as === null ? [] : [{ id, name, as }]
  })
  const what = asked.transition
    ? `fire ${transitionOf(lifecycleOf(configuration, spot.row!.lifecycle), asked.transition).name} on`
    : (asked.right ?? 'see')
  return { question: `Who can ${what} ${spot.name}`, people: able, others: active.length - able.length }
}

type Able = (person: Person) => string | null

/** What a right is held as: the principals that the state grants it to, of those that somebody is there. */
function holdsIt(tx: Tx, { document, state }: Spot, right: Right): Able {
  const names = namesFor(tx, published(tx).configuration)
  const chain = chainTo(allFolders(tx), document.folder)
  return (person) => {
    const held = principalsOf(person, chain, document.owner ? relationOf(person, document) : stranger)
    if (!folderGrants(chain, held, right).granted) return null
    if (!state) return ''
    if (!stateGrants(state, held, right)) return null
    const as = Object.keys(state.grants).filter((one) => held.has(one) && state.grants[one]!.includes(right))
    return as.map((one) => (one === `person:${person.id}` ? 'by name' : names.principal(one))).join(', ')
  }
}

function firesIt(tx: Tx, { row }: Spot, id: string): Able {
  if (!row) throw new Refusal('invalid', 'who can fire a transition is asked of a document: name its number')
  return ({ id: person }) => {
    const account = accountOf(tx, person)!
    return reasonsAgainst(decideFiring(tx, account, row, id, 'asked')).length ? null : ''
  }
}
