import { attributeName, lifecycleOf } from '../../configuration'
import { decideAdoption, type Standing } from '../../engine'
import { adoptedAttribute } from '../../revision'
import { optional, text } from '../../shape'
import type { ActKind } from './act-kind'

export interface AdoptAct {
  act: 'adopt'
  label?: string | null
}

export const adopt: ActKind<AdoptAct> = {
  fields: { label: optional({ ...text(1000), nullable: true }) },
  movesOn: true,
  decide({ label }, { standing }) {
    const entered = { label: label ?? null, source: 'the label entered' }
    return decideAdoption({
      ...standing,
      ...(typeof label === 'string' ? entered : (inRecord(standing) ?? entered)),
    })
  },
}

/** The label that the record holds: where a transition from here would adopt it, else the revision attribute. */
function inRecord({ configuration, document }: Standing) {
  const { transitions, revisionAttribute } = lifecycleOf(configuration, document.lifecycle)
  const adopting = transitions
    .filter(({ from }) => from.includes(document.state))
    .flatMap(({ revision }) => adoptedAttribute(revision) ?? [])
  const attribute = adopting[0] ?? revisionAttribute
  if (!attribute) return undefined
  const value = document.record[attribute] ?? null
  return { label: value === null ? null : String(value), source: attributeName(configuration, attribute) }
}
