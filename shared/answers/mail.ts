export type LetterStatus = 'waiting' | 'sent' | 'failed' | 'gathered'

/** A letter in the outbox, without what it says. */
export interface LetterLine {
  id: number
  at: string
  recipient: string
  subject: string
  link: string | null
  attempts: number
  nextAt: string | null
  sentAt: string | null
  problem: string | null
  /** The digest that it went out in. */
  digest: number | null
  status: LetterStatus
}

/** A letter as it is sent; null where it opens the vault and is shown to nobody. */
export interface Letter extends LetterLine {
  text: string | null
  html: string | null
  /** As the mail server that stands in for a real one has taken it. */
  received: string | null
}
