export type Severity = 'error' | 'warning' | 'advice'

/** What one code of findings is: how much it weighs, and what it is called in a list. */
export interface Code {
  severity: Severity
  name: string
}
