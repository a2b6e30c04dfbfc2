import type { ElkNode } from 'elkjs/lib/elk-api'
import { mapLayout, type MapLayout } from '../../core/formats'

/** Lays the graph of a lifecycle out by ELK. */
export async function layOutMap({ graph }: { graph: ElkNode }): Promise<MapLayout> {
  const { default: ELK } = await import('elkjs/lib/elk.bundled.js')
  return mapLayout(await new ELK().layout(graph))
}
