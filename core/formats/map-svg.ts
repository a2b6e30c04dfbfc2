import { type Configuration, type Lifecycle, phaseKinds, stateName, triggerKinds } from '../configuration'

/** Where a lifecycle's states and transitions lie on its map, in pixels. An edge is one start of a transition. */
export interface MapLayout {
  width: number
  height: number
  nodes: { state: string; x: number; y: number; width: number; height: number }[]
  edges: {
    transition: string
    from: string
    points: { x: number; y: number }[]
    label: { x: number; y: number }
  }[]
}

/** The line of an edge as an SVG path. */
export const pathOf = (points: MapLayout['edges'][number]['points']): string =>
  points.map(({ x, y }, index) => `${index ? 'L' : 'M'}${round(x)} ${round(y)}`).join(' ')

/** The tip of an arrow that ends where the line does. */
export function tipOf(points: MapLayout['edges'][number]['points']): string {
  const [before, end] = points.slice(-2) as [{ x: number; y: number }, { x: number; y: number }]
  const angle = Math.atan2(end.y - before.y, end.x - before.x)
  const back = (turn: number) =>
    `${round(end.x - 9 * Math.cos(angle + turn))} ${round(end.y - 9 * Math.sin(angle + turn))}`
  return `M${round(end.x)} ${round(end.y)} L${back(0.4)} L${back(-0.4)} Z`
}

const round = (value: number) => Math.round(value * 10) / 10
const escaped = (text: string) =>
  text
    .replace(/[&<>"]/g, (char) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[char]!)
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/g, '')

const ink = '#2a2731'

/** A lifecycle's map as an SVG 1.1 document, black on white paper, for a report or a plotter. */
export function mapSvg(
  configuration: Configuration,
  lifecycle: Lifecycle,
  { width, height, nodes, edges }: MapLayout,
): string {
  const lines = edges.map(({ transition, points, label }) => {
    const drawn = lifecycle.transitions.find(({ id }) => id === transition)
    const dashes = drawn && triggerKinds[drawn.trigger].dashed ? ' stroke-dasharray="5 3"' : ''
    return [
      `<path d="${pathOf(points)}" fill="none" stroke="${ink}" stroke-width="1.2"${dashes}/>`,
      `<path d="${tipOf(points)}" fill="${ink}"/>`,
      `<text x="${round(label.x)}" y="${round(label.y)}" font-size="11" fill="${ink}">`,
      `${escaped(drawn?.name ?? transition)}</text>`,
    ].join('')
  })
  const boxes = nodes.map(({ state, x, y, width: wide, height: high }) => {
    const { phase } = lifecycle.states.find((use) => use.state === state)!
    return [
      `<rect x="${round(x)}" y="${round(y)}" width="${wide}" height="${high}" rx="2" stroke="${ink}"`,
      ` ${phaseKinds[phase].frame}/>`,
      `<text x="${round(x + wide / 2)}" y="${round(y + high / 2 + 4)}" font-size="13" font-weight="600"`,
      ` text-anchor="middle" fill="${phaseKinds[phase].ink}">`,
      `${escaped(stateName(configuration, state))}</text>`,
    ].join('')
  })
  const size = `width="${round(width)}" height="${round(height + 30)}"`
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" ${size} viewBox="0 -30 ${round(width)} ${round(height + 30)}"` +
      ` font-family="'IBM Plex Sans', Helvetica, sans-serif">`,
    `<title>${escaped(lifecycle.name)}</title><rect x="0" y="-30" ${size} fill="#ffffff"/>` +
      `<text x="12" y="-10" font-size="15" font-weight="600" fill="${ink}">${escaped(lifecycle.name)}</text>`,
    ...lines,
    ...boxes,
    '</svg>',
  ].join('\n')
}
