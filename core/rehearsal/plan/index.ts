import type { Reason } from '../../access'
import { stateName } from '../../configuration'
import type { DocumentSnapshot } from '../../engine'
import type { World } from '../world'
import { firing, signing } from './fire'
import { keyOf, type Node, type Plan, type PlannedAct, type Steps } from './node'
import { handingOn, revising } from './others'
import { planFor } from './plan-for'
import { writing } from './write'

export { documentIn, type Place } from './placed'

/** The shortest list of acts to a goal; or what stands in the way of every one. */
export type Planned = { acts: PlannedAct[] } | { acts: null; because: Reason[] }

/** Every kind of step; each is an act, or several that belong together. */
const kinds: Steps[] = [firing, signing, writing, handingOn, revising]

/** So many places are looked at before the search is given up, which is said. */
const mostPlaces = 5000
/** So many reasons are told. */
const mostReasons = 20

/**
 * The shortest list of acts, by people who may do them, that brings a document to a state: a search over where it can
 * stand, what can be written into its record, and who may do what there, cheapest first (Dijkstra). Each step is done
 * by the engine in memory. Where no list leads there, what stands against every transition that could not be taken.
 */
export function plan(world: World, document: DocumentSnapshot, to: string): Planned {
  const asked = planFor(world, document, to)
  if (!asked.onTheWay.has(document.state)) return { acts: null, because: standing(asked) }
  const known = new Map<string, number>()
  const open: Node[][] = [[{ document, acts: [] }]]
  let looked = 0
  for (let cost = 0; cost < open.length; cost++)
    for (const at of open[cost] ?? []) {
      if (at.document.state === to) return { acts: at.acts }
      if ((known.get(keyOf(at, asked)) ?? cost) < cost) continue
      if (++looked > mostPlaces || asked.left.acts < 0)
        return { acts: null, because: [givenUp(asked), ...standing(asked)] }
      for (const next of kinds.flatMap((steps) => steps(at, asked))) {
        const key = keyOf(next, asked)
        const price = next.acts.length
        if ((known.get(key) ?? Infinity) <= price) continue
        known.set(key, price)
        ;(open[price] ??= []).push(next)
      }
    }
  return { acts: null, because: [...(asked.left.ways ? [givenUp(asked)] : []), ...standing(asked)] }
}

/** What stands against every transition that nobody could take. */
function standing({ blocked, lifecycle, to, world }: Plan): Reason[] {
  const reasons = [...blocked.values()].flat()
  const told = new Map(reasons.map((reason) => [`${reason.rule} ${reason.message}`, reason]))
  if (told.size) return [...told.values()].slice(0, mostReasons)
  const name = stateName(world.configuration, to)
  return [
    {
      rule: 'state',
      message: `no way leads to ${name}`,
      where: lifecycle.name,
      wayOut: `draw a transition that leads to ${name}`,
    },
  ]
}

const givenUp = ({ lifecycle }: Plan): Reason => ({
  rule: 'state',
  message: 'the search was given up: there are too many ways that the document could take',
  where: lifecycle.name,
  wayOut: 'plan to a state nearer by first',
})
