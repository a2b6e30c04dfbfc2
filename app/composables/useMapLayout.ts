import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api'
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker'
import type { MapLayout } from '~~/core/formats'
import type { Lifecycle } from '~~/core/configuration'

const box = { width: 140, height: 44 }

let elk: InstanceType<typeof ELK> | undefined
/** The thread that lays out, kept for the next map; it takes long to begin, so it is begun as early as can be. */
export const beginLayout = () => (elk ??= new ELK({ workerFactory: () => new ElkWorker() }))

/** Where the last layouts are kept while the window is open, each under the graph that it is of. */
const shelf = 'map layouts'
const mostKept = 6

function kept(): [graph: string, layout: MapLayout][] {
  try {
    return JSON.parse(sessionStorage.getItem(shelf) ?? '[]')
  } catch {
    return []
  }
}

function keep(graph: string, layout: MapLayout): void {
  const others = kept().filter(([other]) => other !== graph)
  try {
    sessionStorage.setItem(shelf, JSON.stringify([[graph, layout], ...others].slice(0, mostKept)))
  } catch {
    // A full storage keeps what it has; the map is laid out when it is opened.
  }
}

/** A lifecycle laid out in layers of maturity by ELK in a web worker, or as the same graph was laid out before. */
export async function layoutMap(lifecycle: Lifecycle): Promise<MapLayout> {
  const graph = graphOf(lifecycle)
  const key = JSON.stringify(graph)
  const before = kept().find(([other]) => other === key)
  if (before) return before[1]
  const layout = layoutOf(await beginLayout().layout(graph))
  keep(key, layout)
  return layout
}

/** The layout of a lifecycle, anew whenever it changes; the last layout stands until then. */
export function useMapLayout(lifecycle: () => Lifecycle) {
  const layout = shallowRef<MapLayout | null>(null)
  let run = 0
  watch(
    lifecycle,
    async (asked) => {
      const mine = ++run
      const answer = await layoutMap(asked)
      if (mine === run) layout.value = answer
    },
    { immediate: true },
  )
  return layout
}

/** Beyond so many transitions their names are put on the drawn edges, since making room for each takes seconds. */
const many = 60

function graphOf({ states, transitions }: Lifecycle): ElkNode {
  const isLarge = transitions.length > many
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

function layoutOf({ width = 0, height = 0, children = [], edges = [] }: ElkNode): MapLayout {
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
