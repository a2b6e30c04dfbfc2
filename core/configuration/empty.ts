import type { Configuration } from './types'

/** A configuration without anything. A new vault begins with it. */
export const emptyConfiguration: Configuration = {
  format: 'ilmenite-configuration/1',
  attributes: [],
  schemes: [],
  states: [],
  roles: [],
  groups: [],
  lifecycles: [],
  classes: [],
}

/** Tells whether a configuration says nothing about documents yet. Groups belong to the directory. */
export const isEmptyConfiguration = ({ lifecycles, classes, schemes, attributes }: Configuration): boolean =>
  [lifecycles, classes, schemes, attributes].every((list) => list.length === 0)
