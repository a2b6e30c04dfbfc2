import { type Fields, list, map, object, optional, type Shape, text, yesno } from '../shape'
import { principalShape } from './principal'
import { rightShape } from './rights'

const texts = list(text(500), 10_000)

const person: Fields = {
  id: text(200),
  name: text(500),
  initials: optional({ ...text(20), nullable: true }),
  mail: optional({ ...text(500), nullable: true }),
  groups: texts,
  active: optional(yesno),
  administrator: optional(yesno),
}

const folder: Fields = {
  path: text(1000),
  roles: optional(map(texts)),
  lifecycles: optional(texts),
  grants: optional(map(texts)),
  withhold: optional(map(texts)),
  startAfresh: optional(yesno),
}

/** Rights by principal, as a state or a folder grants them. */
export const grantsShape: Shape = map(
  list(rightShape, 100),
  principalShape.is === 'text' ? principalShape.pattern : undefined,
)

/** People and folders, as they stand in a file (model, section 4). */
export const directoryFields: Fields = {
  people: list(object(person), 1_000_000),
  folders: list(object(folder), 1_000_000),
}
