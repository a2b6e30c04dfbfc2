import type { Attribute, DocumentRecord, Value } from '../attribute'
import type { Script, ScriptFacts } from '../script'
import type { Fields } from '../shape'

/** How a field of an effect is asked for in a form. */
export interface Control {
  field: string
  label: string
  as: 'attribute' | 'template' | 'seat' | 'signer' | 'choice' | 'text' | 'fixed' | 'script' | 'folder'
  /** What may be chosen, or the words that stand for what is fixed. */
  choices?: readonly string[]
  words?: string
}

/** The transition around an effect, as far as effects rest on it. */
export interface Surroundings {
  attributes: Attribute[]
  transition: string
  byQuorum: boolean
  seats: { id: string; name: string; needed: number }[]
}

/** A state, as templates may name it. */
export interface NamedState {
  id: string
  name: string
  description: string
}

/** An effect's place for the checker: the transition around it, and the states on both ends. */
export interface EffectPlace extends Surroundings {
  from: NamedState[]
  to: NamedState
}

/** What is wrong with an effect where it stands. */
export interface EffectFault {
  code: 'template-invalid' | 'signer-missing' | 'write-impossible'
  message: string
}

/** Somebody who signed, as signature slots take it. */
export interface SeatSigner {
  seat: string
  name: string
  initials: string
}

/** The moment at which an effect is carried out: what templates may name, with what the effects before it wrote. */
export interface Moment {
  /** ISO day. */
  today: string
  /** Those who have signed the round so far, in their order, and whether it is complete. */
  signers: SeatSigner[]
  seats: { id: string; needed: number }[]
  isComplete: boolean
  attributes: Attribute[]
  context: (written: DocumentRecord) => object
  written: DocumentRecord
  scripts: Script[]
  /** What a script gets to see of it. */
  facts: (written: DocumentRecord) => ScriptFacts
}

/** What an effect has done by the engine. */
export interface WriteAttribute {
  kind: 'write-attribute'
  attribute: string
  value: Value
}

/** Queues what takes its time, or happens outside the document. */
export interface QueueJob<Effect> {
  kind: 'queue-job'
  job: Effect
}
/** Tells somebody something. */
export interface TellSomebody {
  kind: 'tell'
  to: string[]
  subject: string
  body: string
}
export type EffectCommand<Effect> = WriteAttribute | TellSomebody | QueueJob<Effect>

/** Why an effect cannot be carried out, and what would help. */
export class EffectError extends Error {
  constructor(
    message: string,
    readonly wayOut: string,
    options?: ErrorOptions,
  ) {
    super(message, options)
    this.name = 'EffectError'
  }
}

/** How attributes are spoken of. */
export interface Names {
  of: (attribute: string) => string
  /** Whether the system alone writes it, to be seen on the sheet. */
  isStamp: (attribute: string) => boolean
  script: (id: string) => string
}

/** Everything that one kind of effect is; engine, checker, words, forms and schema read it from here. */
export interface EffectKind<Effect> {
  /** In a menu. */
  name: string
  /** Its fields besides `kind`. */
  fields: Fields
  /** Its form, in order. */
  controls: Control[]
  /** What a new one is, in a form. */
  blank: (around: Surroundings) => Omit<Effect, 'kind'>
  words: (effect: Effect, names: Names) => string
  /** The attribute it writes, if it writes one. */
  writes?: (effect: Effect) => string
  /** The attributes whose values it uses, if it uses any. */
  reads?: (effect: Effect) => string[]
  faults: (effect: Effect, around: EffectPlace) => EffectFault[]
  /** @throws EffectError */
  carryOut: (effect: Effect, moment: Moment) => EffectCommand<Effect>[]
}

/** For kinds that a job carries out once the act is done. */
export const queued = <Effect>(effect: Effect): QueueJob<Effect>[] => [{ kind: 'queue-job', job: effect }]
