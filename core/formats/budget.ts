/**
 * Limits the work that one file causes. Small files can multiply: a block inserts another a hundred times, and that
 * one a third. So readers count steps where they do the work, and never estimate from the size of the file.
 */
export class Budget {
  private spent = 0

  constructor(private readonly most: number) {}

  /** Counts steps. @returns whether the budget still allowed them */
  spend(steps = 1): boolean {
    this.spent += steps
    return this.spent <= this.most
  }

  get isSpent(): boolean {
    return this.spent > this.most
  }
}
