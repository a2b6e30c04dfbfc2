import { parse, labelParts, type RevisionScheme } from '../../revision'
import type { DocumentRecord } from '../../attribute'
import { type Cell, cellsOf, entangled, type FiniteVariable, subjectOf } from './cells'
import { all, any, empty, filled, type Formula, inside, type Literal } from './formula'
import { partsOf } from './formula-parts'
import { factOf, groupOfLabel, labelNames } from './label-facts'
import { labelCells, type LabelCell } from './labels'
import { labelLanguage } from './label-language'
import { isOneOf } from './parts'
import type { Variables } from './variables'

/** With so few alternatives, trying them is quicker than listing the values that each variable may have. */
const fewAlternatives = 3
const none = { variables: new Map(), masks: new Map() }

/** What is asked, made ready for the search: formulas, and the finite variables among those they speak of. */
export interface Asked {
  formulas: Formula[]
  variables: Map<string, FiniteVariable<Cell | LabelCell>>
  masks: Map<Literal, { name: string; mask: bigint }>
}

/**
 * Makes formulas ready. The facts of one label belong together: none of them is there without the others, and with a
 * scheme they are those of one of its labels.
 * @throws Undecided where what is asked of labels is too intricate.
 */
export function asked(formulas: Formula[], variables: Variables, scheme?: RevisionScheme): Asked {
  const parts = formulas.map(partsOf)
  const isWide = parts.reduce((sum, of) => sum + of.alternatives, 0) > fewAlternatives
  if (!isWide && !parts.some(({ areAboutLabels }) => areAboutLabels)) return { formulas, ...none }
  const literals = parts.flatMap((of) => of.literals)
  const apart = entangled(literals)
  const ready: Asked = { formulas: [...formulas], variables: new Map(), masks: new Map() }
  const whole = new Set<string>()
  for (const [group, own] of labelGroups(literals)) {
    const names = labelNames(group)
    if (!scheme || names.some((name) => apart.has(name))) {
      ready.formulas.push(belongTogether(group, scheme))
      continue
    }
    for (const name of names) whole.add(name)
    const { variable, masks } = labelCells(scheme, own)
    ready.variables.set(group, variable)
    for (const [literal, mask] of masks) ready.masks.set(literal, { name: group, mask })
  }
  if (!isWide) return ready
  const every = ready.formulas.flatMap((formula) => partsOf(formula).literals)
  const cells = cellsOf(every, variables, (name) => whole.has(name))
  for (const [name, variable] of cells.variables) ready.variables.set(name, variable)
  for (const [literal, mask] of cells.masks) ready.masks.set(literal, mask)
  return ready
}

/** Literals about labels, by the label they speak of. */
function labelGroups(literals: Literal[]): Map<string, Literal[]> {
  const groups = new Map<string, Literal[]>()
  const add = (name: string, literal: Literal) => {
    const group = groupOfLabel(name)
    if (group !== undefined) groups.set(group, [...(groups.get(group) ?? []), literal])
  }
  for (const literal of literals) {
    add(subjectOf(literal), literal)
    if (literal.kind === 'texts') add(literal.right, literal)
  }
  return groups
}

/** That a label and its parts are there together, or not at all. */
function belongTogether(group: string, scheme: RevisionScheme | undefined): Formula {
  const [label, series, major, minor] = labelNames(group) as [string, string, string, string]
  const known = scheme
    ? [inside(label, labelLanguage(scheme)), inside(series, isOneOf(scheme.series.map(({ id }) => id)))]
    : []
  return any(
    all(empty(label), empty(series), empty(major), empty(minor)),
    all(filled(label), filled(series), filled(major), ...known),
  )
}

/** A record with the parts of each label in it as the scheme reads them. */
export function withLabelParts(record: DocumentRecord, scheme: RevisionScheme): DocumentRecord {
  const whole = { ...record }
  for (const [name, label] of Object.entries(record)) {
    if (factOf(name) !== 'revision_label' || typeof label !== 'string') continue
    const reading = parse(scheme, label)
    if (!reading.ok) continue
    const { series, major, minor } = labelParts(scheme, reading.position)
    const parts = [reading.canonical, series, major, minor]
    labelNames(groupOfLabel(name)!).forEach((part, index) => (whole[part] = parts[index]!))
  }
  return whole
}
