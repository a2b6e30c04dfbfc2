import { describe, expect, it } from 'vitest'
import type { Lifecycle } from '../configuration'
import { isLargeMap, isLayoutOf, mapGraph, mapLayout } from './map-graph'

const transition = (id: string, from: string[], to: string) => ({ id, name: id, from, to })
const lifecycle = {
  states: [{ state: 'a' }, { state: 'b' }],
  transitions: [transition('up', ['a'], 'b'), transition('back', ['b', 'a'], 'a')],
} as unknown as Lifecycle
/** As ELK answers: each box below the one before, each edge straight with a bend. */
const laidOut = (of: Lifecycle) => {
  const graph = mapGraph(of)
  return mapLayout({
    ...graph,
    children: graph.children!.map((child, index) => ({ ...child, x: 10, y: index * 60 })),
    edges: graph.edges!.map((edge) => ({
      ...edge,
      sections: [
        {
          id: edge.id,
          startPoint: { x: 0, y: 0 },
          bendPoints: [{ x: 90, y: 0 }],
          endPoint: { x: 90, y: 40 },
        },
      ],
    })),
  })
}

describe('the graph of a map', () => {
  it('has a box for each state and an edge for each start of a transition, with room for its name', () => {
    const { children, edges } = mapGraph(lifecycle)
    expect(children!.map(({ id }) => id)).toEqual(['a', 'b'])
    expect(edges!.map(({ id }) => id)).toEqual(['up a', 'back b', 'back a'])
    expect(edges!.every(({ labels }) => labels!.length === 1)).toBe(true)
  })
  it('leaves names to the drawn edges where there are many', () => {
    const many = Array.from({ length: 61 }, (_, index) => transition(`t${index}`, ['a'], 'b'))
    const large = { ...lifecycle, transitions: many } as Lifecycle
    expect([isLargeMap(lifecycle), isLargeMap(large)]).toEqual([false, true])
    expect(laidOut(large).edges[0]!.label).toEqual({ x: 9, y: -5 })
  })
})

describe('a layout', () => {
  it('is of the lifecycle that it was made of, whatever was renamed in it', () => {
    const renamed = { ...lifecycle, name: 'Other' } as Lifecycle
    expect(isLayoutOf(laidOut(lifecycle), renamed)).toBe(true)
  })
  it.each<[string, Partial<Lifecycle>]>([
    ['with another state', { states: [...lifecycle.states, { state: 'c' }] as Lifecycle['states'] }],
    ['without a transition', { transitions: lifecycle.transitions.slice(1) }],
    [
      'with another start',
      { transitions: [{ ...lifecycle.transitions[0]!, from: ['b'] }, lifecycle.transitions[1]!] },
    ],
  ])('is not of one %s', (_, change) =>
    expect(isLayoutOf(laidOut(lifecycle), { ...lifecycle, ...change } as Lifecycle)).toBe(false),
  )
})
