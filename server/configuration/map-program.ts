import ELK, { type ElkNode } from 'elkjs/lib/elk.bundled.js'
import { mapLayout } from '../../core/formats'

/** The program of the process in which maps are laid out by ELK: a graph comes in, its layout goes out. */
const elk = new ELK()
process.on('message', async (graph: ElkNode) => process.send!(mapLayout(await elk.layout(graph))))
process.once('disconnect', () => process.exit())
