/** A question that goes beyond what is decided; the message says why. */
export class Undecided extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'Undecided'
  }
}
