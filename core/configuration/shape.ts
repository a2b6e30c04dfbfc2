import { grantsShape, principalShape } from '../access'
import { attributeFields } from '../attribute'
import { effectShape } from '../effect'
import { schemeFields, stepShape } from '../revision'
import {
  attributeId,
  type Fields,
  filledText,
  id,
  jsonSchema,
  type JsonSchema,
  list,
  matching,
  object,
  one,
  optional,
  patch,
  removable,
  text,
  whole,
  yesno,
} from '../shape'
import { phaseShape } from './phases'
import { triggerShape } from './triggers'

const named: Fields = { id, name: filledText(200) }

const seat: Fields = {
  id,
  name: filledText(80, 'a seat needs a name'),
  members: list(principalShape, 100),
  needed: whole(1, 100, 'a seat needs at least one person'),
}

const recipient = matching(
  /^(owner|creator|lastEditor|nextSigners|mail:.{1,200}|anyone|(role|group|person):[A-Za-z0-9-]+)$/,
  'a notice goes to a principal, creator, lastEditor, nextSigners or mail:ADDRESS',
)
const notice: Fields = { to: list(recipient, 100), subject: text(500), body: text(10_000) }

const references: Fields = {
  states: list(text(80), 100, 1, 'say in which states references have to stand'),
  depth: one(['direct', 'all']),
}

/** Fields of a transition, without its id. Made anew each time, since effects are read from their table. */
const transitionFields = (): Fields => ({
  name: filledText(200, 'a transition needs a name'),
  from: list(text(80), 100),
  to: text(80),
  trigger: triggerShape,
  guard: optional(text(10_000)),
  firedBy: optional(list(principalShape, 100)),
  seats: optional(list(object(seat), 20)),
  notBy: optional(list(one(['creator', 'lastEditor']), 2)),
  revision: stepShape,
  effects: list(effectShape(), 50),
  notices: optional(list(object(notice), 20)),
  comment: optional(one(['optional', 'required'])),
  due: optional(whole(1, 3650, 'signatures are late after 1 to 3650 days')),
  guidance: optional(text(2000)),
  password: optional(yesno),
  references: optional(object(references)),
})

/** What a patch of a transition may carry; null takes some settings away. */
export function transitionPatchFields(): Fields {
  const fields = patch(transitionFields())
  for (const name of ['seats', 'guard', 'notices', 'references', 'comment', 'due', 'guidance'])
    fields[name] = removable(fields[name]!)
  return fields
}

const stateUseFields: Fields = {
  state: id,
  phase: phaseShape,
  content: one(['open', 'closed']),
  newRevision: optional(one(['minor', 'major'])),
  adoption: optional(yesno),
  final: optional(yesno),
  guidance: optional(text(2000)),
  newReferences: optional(one(['refused'])),
  grants: grantsShape,
}

const lifecycleFields = (): Fields => ({
  id,
  name: filledText(200),
  scheme: id,
  revisionAttribute: optional(attributeId),
  entry: text(80),
  states: list(object(stateUseFields), 500),
  transitions: list(object({ id, ...transitionFields() }), 5000),
})

/** A heading on the sheet of a class. */
export const groupFields: Fields = { name: filledText(80), from: attributeId }

const classFields: Fields = {
  id,
  name: filledText(200),
  rule: text(10_000),
  lifecycle: id,
  numbering: optional(text(500)),
  attributes: optional(list(attributeId, 1000)),
  groups: optional(list(object(groupFields), 100)),
}

/** A script, as it stands in a configuration. */
export const scriptFields: Fields = { id, name: filledText(200), code: text(100_000), check: optional(yesno) }

/** A configuration, as it is exported and brought in (model, sections 1 to 3). */
export const configurationFields = (): Fields => ({
  format: one(['ilmenite-configuration/1']),
  attributes: list(object(attributeFields), 2000),
  schemes: list(object(schemeFields), 500),
  states: list(object({ ...named, description: optional(text(2000)) }), 2000),
  roles: list(object(named), 2000),
  groups: list(object(named), 5000),
  lifecycles: list(object(lifecycleFields()), 500),
  classes: list(object(classFields), 2000),
  scripts: optional(list(object(scriptFields), 500)),
})

/** The JSON Schema of a configuration's file. */
export const configurationSchema = (): JsonSchema => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'urn:ilmenite:configuration:1',
  title: 'Ilmenite configuration, format 1',
  ...jsonSchema(object(configurationFields())),
})
