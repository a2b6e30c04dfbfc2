import { decideHandOn } from '../../engine'
import { text } from '../../shape'
import type { ActKind } from './act-kind'

export interface HandOnAct {
  act: 'hand-on'
  /** A person. */
  to: string
}

export const handOn: ActKind<HandOnAct> = {
  fields: { to: text(200) },
  movesOn: false,
  decide({ to: id }, { world, person, standing }) {
    const to = world.people.find((one) => one.id === id)
    const ownerName = world.people.find((one) => one.id === standing.document.owner)?.name ?? 'somebody'
    if (to) return decideHandOn({ ...standing, person, to, ownerName })
    const message = `there is no person “${id}”`
    return {
      answer: 'refused',
      reasons: [{ rule: 'not-found', message, where: 'the directory', wayOut: 'name somebody who is there' }],
    }
  },
}
