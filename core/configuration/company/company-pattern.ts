import type { Attribute } from '../../attribute'
import type { RevisionScheme } from '../../revision'
import type { Pattern } from '../patterns'
import type { DocumentClass } from '../types'

/** A part of a company pattern that is taken or left. */
export interface Choice {
  id: string
  name: string
  /** Whether it is taken if nobody says otherwise. */
  isUsual: boolean
}

/** A class of a company pattern. Its rule is narrowed to `folder` if another class takes some of its files already. */
export type PatternClass = Omit<DocumentClass, 'id' | 'lifecycle'> & { folder: string }

/** A lifecycle of a company pattern, with its scheme and the classes that follow it. */
export interface CompanyLifecycle extends Pattern {
  scheme: RevisionScheme
  classes: PatternClass[]
}

/** Attributes, schemes, lifecycles and classes that are sound together. A company starts from them. */
export interface CompanyPattern {
  id: string
  name: string
  words: string
  choices: Choice[]
  attributes: Attribute[]
  /** @param chosen ids of the choices that are taken */
  lifecycles: (chosen: ReadonlySet<string>) => CompanyLifecycle[]
}
