import type { AttributeTypeName } from './types'

/** Shapes of attributes and of what they hold. */

export type Value = string | number | boolean | null
export type DocumentRecord = Record<string, Value>

export interface Attribute {
  id: string
  name: string
  type: AttributeTypeName
  choices?: string[]
  whole?: boolean
  min?: number
  max?: number
  unit?: string
  required?: boolean
  systemOnly?: boolean
  initial?: string | number | boolean
  bindings?: Binding[]
}

export interface Binding {
  extensions: string[]
  place: string
  mode: 'read' | 'write' | 'both'
}

/** What a value is to conditions and to the solver; each has a sort of its own there. */
export type ValueType = 'text' | 'number' | 'date' | 'yesno'
