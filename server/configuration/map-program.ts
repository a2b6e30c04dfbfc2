import ELK, { type ElkNode } from 'elkjs/lib/elk.bundled.js'
import { mapLayout } from '../../core/formats'
import { endWithParent } from '../processes/program'
import { practice } from './map-practice'

/** The program of the process in which maps are laid out by ELK: a graph comes in, its layout goes out. */
const elk = new ELK()
let isAsked = false
process.on('message', async (graph: ElkNode) => {
  isAsked = true
  process.send!(mapLayout(await elk.layout(graph)))
})
endWithParent()

/** Until it is asked, it practises: with most of ELK compiled by then, a large map takes half of the time. */
async function practise(): Promise<void> {
  for (let round = 0; round < 6 && !isAsked; round++) await elk.layout(practice())
}
void practise()
