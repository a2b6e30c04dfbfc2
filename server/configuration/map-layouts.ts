import { type Configuration, lifecycleOf } from '../../core/configuration'
import { isLargeMap, mapGraph, type MapLayout } from '../../core/formats'
import type { Computer } from '../compute/computer'

/** How many layouts are kept, the last ones. */
const most = 30

/**
 * The layouts of large lifecycles, made in a thread as soon as a configuration with them comes in or is looked at, so
 * that a map need not wait for it. Each is kept under the graph that it is of.
 */
export class MapLayouts {
  private readonly made = new Map<string, MapLayout | 'under way'>()

  constructor(private readonly computer: Computer) {}

  /** Has the large lifecycles of a configuration laid out; what cannot be is laid out by whoever looks at it. */
  prepare({ lifecycles }: Configuration): void {
    for (const lifecycle of lifecycles.filter(isLargeMap)) {
      const graph = mapGraph(lifecycle)
      const key = JSON.stringify(graph)
      if (this.made.has(key)) continue
      this.made.set(key, 'under way')
      this.computer
        .compute('lay-out-map', { graph })
        .then((layout) => this.keep(key, layout))
        .catch(() => this.made.delete(key))
    }
  }

  private keep(key: string, layout: MapLayout): void {
    this.made.set(key, layout)
    for (const old of [...this.made.keys()].slice(0, -most)) this.made.delete(old)
  }

  /** The layout of a lifecycle of a configuration; null while there is none. @throws UnknownError for no such one */
  of(configuration: Configuration, id: string): MapLayout | null {
    const lifecycle = lifecycleOf(configuration, id)
    if (!isLargeMap(lifecycle)) return null
    const layout = this.made.get(JSON.stringify(mapGraph(lifecycle)))
    if (layout === undefined) this.prepare(configuration)
    return layout === undefined || layout === 'under way' ? null : layout
  }
}
