/** Shapes of attributes and of what they hold. */

export type Value = string | number | boolean | null
export type DocumentRecord = Record<string, Value>

export interface Attribute {
  id: string
  name: string
  type: 'text' | 'number' | 'date' | 'yesno' | 'choice'
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

export type ValueType = 'text' | 'number' | 'date' | 'yesno'
