import type { ElkExtendedEdge, ElkNode } from 'elkjs/lib/elk-api'
import type { Lifecycle } from '../configuration'
import type { MapLayout } from './map-svg'

const box = { width: 140, height: 44 }

/** Beyond so many transitions their names are put on the drawn edges, since making room for each takes seconds. */
const many = 60

/** Whether laying a lifecycle out takes so long that it is better done ahead. */
export const isLargeMap = ({ transitions }: Lifecycle): boolean => transitions.length > many

/** A lifecycle as a graph for ELK, to be laid out in layers of maturity. */
export function mapGraph(lifecycle: Lifecycle): ElkNode {
  const { states, transitions } = lifecycle
  const isLarge = isLargeMap(lifecycle)
  return {
    id: 'map',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.layered.spacing.nodeNodeBetweenLayers': '60',
      'elk.spacing.nodeNode': '36',
      'elk.spacing.edgeNode': '22',
      'elk.spacing.edgeEdge': '14',
      'elk.layered.considerModelOrder.strategy': 'PREFER_NODES',
      'elk.layered.cycleBreaking.strategy': 'MODEL_ORDER',
      'elk.layered.thoroughness': isLarge ? '1' : '7',
      'elk.edgeLabels.inline': 'false',
      'elk.padding': '[top=20,left=20,bottom=20,right=20]',
    },
    children: states.map(({ state }) => ({ id: state, ...box })),
    edges: transitions.flatMap(({ id, name, from, to }) =>
      from.map((source) => ({
        id: `${id} ${source}`,
        sources: [source],
        targets: [to],
        labels: isLarge
          ? []
          : [{ id: `${id} ${source} label`, text: name, width: name.length * 6.2 + 6, height: 15 }],
      })),
    ),
  }
}

/** What ELK made of such a graph. */
export function mapLayout({ width = 0, height = 0, children = [], edges = [] }: ElkNode): MapLayout {
  return {
    width,
    height,
    nodes: children.map(({ id, x = 0, y = 0 }) => ({ state: id, x, y, ...box })),
    edges: edges.map((edge: ElkExtendedEdge) => {
      const [section] = edge.sections!
      const [transition, from] = edge.id.split(' ') as [string, string]
      const points = [section!.startPoint, ...(section!.bendPoints ?? []), section!.endPoint]
      const { x, y } = edge.labels?.[0] ?? besideLongest(points)
      return { transition, from, points, label: { x: (x ?? 0) + 3, y: (y ?? 0) + 11 } }
    }),
  }
}

/** Above the beginning of the longest level stretch of an edge. */
function besideLongest(points: { x: number; y: number }[]): { x: number; y: number } {
  const lengths = points.slice(1).map(({ x, y }, index) => {
    const before = points[index]!
    return before.y === y ? Math.abs(x - before.x) : 0
  })
  const at = lengths.indexOf(Math.max(...lengths))
  const [from, to] = [points[at]!, points[at + 1]!]
  return { x: Math.min(from.x, to.x) + 6, y: from.y - 16 }
}

/** Whether a layout is of this lifecycle as it stands: of its states, and of each start of its transitions. */
export function isLayoutOf({ nodes, edges }: MapLayout, { states, transitions }: Lifecycle): boolean {
  const drawn = [
    ...nodes.map(({ state }) => state),
    ...edges.map((edge) => `${edge.transition} ${edge.from}`),
  ]
  const asked = [
    ...states.map(({ state }) => state),
    ...transitions.flatMap(({ id, from }) => from.map((source) => `${id} ${source}`)),
  ]
  return drawn.length === asked.length && drawn.sort().join('\n') === asked.sort().join('\n')
}
