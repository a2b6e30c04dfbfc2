import { configuration } from '../engine/world.fixture'
import { type MapLayout, mapSvg, pathOf, tipOf } from './map-svg'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { expect, it } from 'vitest'

const lifecycle = configuration.lifecycles[0]!
const layout: MapLayout = {
  width: 400,
  height: 200,
  nodes: lifecycle.states.map(({ state }, index) => ({
    state,
    x: index * 100,
    y: 20,
    width: 90,
    height: 40,
  })),
  edges: lifecycle.transitions.flatMap(({ id, from }) =>
    from.map((state) => ({
      transition: id,
      from: state,
      points: [
        { x: 0, y: 0 },
        { x: 50, y: 0 },
      ],
      label: { x: 5, y: 5 },
    })),
  ),
}

it('is well-formed XML with a box for each state and a line with a tip for each start of a transition', () => {
  const svg = mapSvg(configuration, lifecycle, layout)
  expect(XMLValidator.validate(svg)).toBe(true)
  const { svg: root } = new XMLParser({ ignoreAttributes: false }).parse(svg)
  expect(root.title).toBe(lifecycle.name)
  expect(root.rect).toHaveLength(layout.nodes.length + 1)
  expect(root.path).toHaveLength(layout.edges.length * 2)
  expect(JSON.stringify(root.text)).toContain('Send to check')
})

it('escapes names and leaves out what XML cannot hold', () => {
  const named = { ...lifecycle, name: 'A <b> & "c"\u0001' }
  const svg = mapSvg(configuration, named, layout)
  expect(XMLValidator.validate(svg)).toBe(true)
  expect(svg).toContain('A &lt;b&gt; &amp; &quot;c&quot;')
})

it('draws a line through its points, and a tip that points along the last stretch', () => {
  expect(
    pathOf([
      { x: 0, y: 0 },
      { x: 10.04, y: 0 },
      { x: 10, y: 20 },
    ]),
  ).toBe('M0 0 L10 0 L10 20')
  expect(
    tipOf([
      { x: 0, y: 0 },
      { x: 20, y: 0 },
    ]),
  ).toBe('M20 0 L11.7 -3.5 L11.7 3.5 Z')
})
