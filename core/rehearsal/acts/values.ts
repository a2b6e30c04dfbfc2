import { either, map, number, type Shape, text, yesno } from '../../shape'

/** Values of a record as they stand in JSON, by attribute. */
export const valuesShape: Shape = map(
  either(
    [{ ...text(100_000), nullable: true }, number, yesno],
    'a value is a text, a number, true, false or null',
  ),
)
