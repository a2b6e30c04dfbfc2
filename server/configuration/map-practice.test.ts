import ELK from 'elkjs/lib/elk.bundled.js'
import { expect, it } from 'vitest'
import { mapLayout } from '../../core/formats'
import { practice } from './map-practice'

it('what is practised on is a graph as that of a large map, which ELK can lay out', async () => {
  const { nodes, edges } = mapLayout(await new ELK().layout(practice()))
  expect([nodes.length, edges.length]).toEqual([20, 70])
})
