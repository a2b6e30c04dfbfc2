import {
  adoptedAttribute,
  adoptFrom,
  first,
  format,
  positionOf,
  type RevisionScheme,
  type RevisionStep,
  startSeries,
  step,
  type Step,
  stepKinds,
} from '~~/core/revision'
import { attributeName, type Configuration } from '~~/core/configuration'

/** The steps that a transition can make with the labels of a scheme. */
export function stepsFor({ attributes }: Configuration, scheme: RevisionScheme | undefined) {
  const plain = (['keep', 'minor', 'major', 'settle'] as const).map((value) => ({
    value: value as RevisionStep,
    name: stepKinds[value].text,
  }))
  const [, ...later] = scheme?.series ?? []
  const series = later.map(({ id }) => ({ value: startSeries(id), name: `start series ${id}` }))
  const adopting = attributes
    .filter(({ type, systemOnly }) => type === 'text' && !systemOnly)
    .map(({ id, name: attribute }) => ({ value: adoptFrom(id), name: `adopt from ${attribute}` }))
  const next = later.length ? [{ value: 'series' as RevisionStep, name: stepKinds.series.text }] : []
  return [...plain, ...next, ...series, ...adopting]
}

/** What a step does to a label, on an example of the scheme. */
export function stepExample(
  configuration: Configuration,
  scheme: RevisionScheme | undefined,
  revision: RevisionStep,
): string {
  if (!scheme) return ''
  if (revision === 'keep') return 'The label stays as it is.'
  const adopted = adoptedAttribute(revision)
  if (adopted)
    return `The label is taken from ${attributeName(configuration, adopted)}, without a step: C stays C.`
  try {
    const start = format(scheme, first(scheme))
    const next = format(scheme, step(scheme, positionOf(scheme, start), revision as Step))
    const after = format(scheme, step(scheme, positionOf(scheme, next), revision as Step))
    return `${start} becomes ${next}${next === start || next === after ? '' : `, ${next} becomes ${after}`}.`
  } catch (error) {
    return (error as Error).message
  }
}
