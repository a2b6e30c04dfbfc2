import type { ElkNode } from 'elkjs/lib/elk-api'
import type { Lifecycle } from '../../core/configuration'
import { mapGraph } from '../../core/formats'

/** A graph like that of a large lifecycle, and small enough to be laid out several times in a second or two. */
export function practice(): ElkNode {
  const states = Array.from({ length: 20 }, (_, index) => ({ state: `${index}` }))
  const transitions = Array.from({ length: 70 }, (_, index) => ({
    id: `t${index}`,
    name: '',
    from: [`${index % 20}`],
    to: `${(index * 3 + Math.floor(index / 20) + 1) % 20}`,
  }))
  return mapGraph({ states, transitions } as Lifecycle)
}
