import { type Configuration, lifecycleOf } from '../../core/configuration'
import { isLargeMap, mapGraph, type MapLayout } from '../../core/formats'
import type { MapProcess } from './map-process'

type Graph = ReturnType<typeof mapGraph>

/** How many layouts are kept, the last ones. */
const most = 30

/**
 * The layouts of large lifecycles, made in a process of its own: when a map is asked for, or as soon as a
 * configuration with them comes in or is looked at, so that the map need not wait. Each is kept under the graph that
 * it is of, from when it is begun: two who ask for one wait for the same.
 */
export class MapLayouts {
  private readonly begun = new Map<string, Promise<MapLayout | null>>()
  private readonly planned = new Map<string, Graph>()
  private isPreparing = false

  constructor(private readonly maps: Pick<MapProcess, 'layOut' | 'standBy'>) {}

  /** Has the process ready for somebody who may soon ask, or bring a configuration. */
  standBy(): void {
    this.maps.standBy()
  }

  /** Has large lifecycles laid out, while whoever brought or looks at them goes on. */
  prepare({ lifecycles }: Configuration): void {
    for (const graph of lifecycles.filter(isLargeMap).slice(0, most).map(mapGraph)) {
      const key = JSON.stringify(graph)
      if (!this.begun.has(key)) this.planned.set(key, graph)
    }
    void this.layOutPlanned()
  }

  /** One after the other: a configuration with a hundred of them leaves room for whoever asks for one. */
  private async layOutPlanned(): Promise<void> {
    if (this.isPreparing) return
    this.isPreparing = true
    for (const [key, graph] of this.planned) {
      this.planned.delete(key)
      await this.layoutOf(graph, key)
    }
    this.isPreparing = false
  }

  /**
   * The layout of a lifecycle of a configuration; null for a small one, which takes no time, and for one that could not
   * be laid out in the time that there is.
   * @throws UnknownError for no such lifecycle
   */
  async of(configuration: Configuration, id: string): Promise<MapLayout | null> {
    const lifecycle = lifecycleOf(configuration, id)
    if (!isLargeMap(lifecycle)) return null
    const graph = mapGraph(lifecycle)
    return this.layoutOf(graph, JSON.stringify(graph))
  }

  private layoutOf(graph: Graph, key: string): Promise<MapLayout | null> {
    const known = this.begun.get(key)
    if (known) return known
    const layout = this.maps.layOut(graph).catch(() => {
      this.begun.delete(key)
      return null
    })
    this.begun.set(key, layout)
    for (const old of [...this.begun.keys()].slice(0, -most)) this.begun.delete(old)
    return layout
  }
}
