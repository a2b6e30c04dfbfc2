/**
 * How much work one file may ask for. Files multiply: a block of a hundred inserts in a block of a hundred inserts, an
 * element that is used by elements that are used. So the work is counted where it is done, in steps that each take
 * about as long, and never by what the file looks like from outside.
 */
export class Budget {
  private spent = 0

  constructor(private readonly most: number) {}

  /** Counts steps; answers whether there were as many left. */
  spend(steps = 1): boolean {
    this.spent += steps
    return this.spent <= this.most
  }

  get isSpent(): boolean {
    return this.spent > this.most
  }
}
