import ELK from 'elkjs/lib/elk-api'
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker'
import { isLargeMap, isLayoutOf, mapGraph, mapLayout, type MapLayout } from '~~/core/formats'
import type { Lifecycle } from '~~/core/configuration'

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

/** A lifecycle laid out: as the same graph was before, by the server ahead, or by ELK in a web worker. */
export async function layoutMap(lifecycle: Lifecycle): Promise<MapLayout> {
  const graph = mapGraph(lifecycle)
  const key = JSON.stringify(graph)
  const before = kept().find(([other]) => other === key)
  if (before) return before[1]
  const layout = (await laidOutAhead(lifecycle)) ?? mapLayout(await beginLayout().layout(graph))
  keep(key, layout)
  return layout
}

/** The layout that the server has ready, if it is of the lifecycle as it stands here. */
async function laidOutAhead(lifecycle: Lifecycle): Promise<MapLayout | undefined> {
  if (!isLargeMap(lifecycle)) return undefined
  const path = `lifecycles/${lifecycle.id}/map-layout`
  const layout = await api<MapLayout | null>(path).catch(() => null)
  return layout && isLayoutOf(layout, lifecycle) ? layout : undefined
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
