/** How far a list goes in one way before it takes another; what is found is the same wherever they lie. */
export const bounds = {
  /** Rows of an index that are walked along before the first rows of each place are put together. */
  stride: 4000,
  /** Rows that are put together from places at most; for more, the whole order is walked. */
  merged: 2000,
  /** Documents that have a text in them are counted exactly up to here. */
  counted: 1000,
  /** Documents that are looked at one by one for a text that is too short for the index. */
  lookedAt: 20_000,
}
