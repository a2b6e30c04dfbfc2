/** What conditions may ask of a label. They are facts of one label: none of them is anything without the others. */
const labelFacts = ['revision_label', 'revision_series', 'revision_major', 'revision_minor'] as const
export type LabelFact = (typeof labelFacts)[number]

/** A fact of a label, and which label it is of where there are several: `revision_major`, or `revision_major@2`. */
const labelFact = /^(revision_(?:label|series|major|minor))(@.*)?$/
export const factOf = (name: string): LabelFact | undefined =>
  labelFact.exec(name)?.[1] as LabelFact | undefined
/** Which label a name is a fact of; undefined where it is of none. */
export const groupOfLabel = (name: string): string | undefined => {
  if (!name.startsWith('revision_')) return undefined
  const match = labelFact.exec(name)
  return match ? `label${match[2] ?? ''}` : undefined
}
/** The names of a label's facts, in their order. */
export const labelNames = (group: string): string[] =>
  labelFacts.map((fact) => `${fact}${group.slice('label'.length)}`)
