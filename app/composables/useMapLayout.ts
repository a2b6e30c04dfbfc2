import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api'
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker'
import type { MapLayout } from '~~/core/formats'
import type { Lifecycle } from '~~/core/configuration'

const box = { width: 140, height: 44 }

/**
 * A lifecycle laid out in layers of maturity by ELK in a web worker, anew whenever it changes; the last
 * layout stands until then.
 */
export function useMapLayout(lifecycle: () => Lifecycle) {
  const layout = shallowRef<MapLayout | null>(null)
  const elk = new ELK({ workerFactory: () => new ElkWorker() })
  let run = 0
  watch(
    lifecycle,
    async (asked) => {
      const mine = ++run
      const answer = await elk.layout(graphOf(asked))
      if (mine === run) layout.value = layoutOf(answer)
    },
    { immediate: true },
  )
  onBeforeUnmount(() => elk.terminateWorker())
  return layout
}

function graphOf({ states, transitions }: Lifecycle): ElkNode {
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
      'elk.layered.thoroughness': transitions.length > 60 ? '2' : '7',
      'elk.edgeLabels.inline': 'false',
      'elk.padding': '[top=20,left=20,bottom=20,right=20]',
    },
    children: states.map(({ state }) => ({ id: state, ...box })),
    edges: transitions.flatMap(({ id, name, from, to }) =>
      from.map((source) => ({
        id: `${id} ${source}`,
        sources: [source],
        targets: [to],
        labels: [{ id: `${id} ${source} label`, text: name, width: name.length * 6.2 + 6, height: 15 }],
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
      const label = edge.labels?.[0]
      return {
        transition,
        from,
        points: [section!.startPoint, ...(section!.bendPoints ?? []), section!.endPoint],
        label: { x: (label?.x ?? section!.startPoint.x) + 3, y: (label?.y ?? section!.startPoint.y) + 11 },
      }
    }),
  }
}
