/** How far a list goes in one way before it takes another; what is found is the same wherever they lie. */
export const bounds = {
  /** Rows of an index that are walked along before another way is tried, and how many where each is read. */
  stride: 4000,
  strideOfRead: 600,
  /** Rows that are read one by one for a text at most, before all that have it are sorted. */
  strideOfText: 12_000,
  /** Rows before a page up to which it is found in the table, though all documents are in memory. */
  near: 200,
  /** Rows that are put together from places at most; for more, the whole order is walked. */
  merged: 2000,
  /** Rows of each place that are looked at first when places are put together. */
  firstRows: 12,
  /** Documents that have a text in them are counted exactly up to here, where others have it as well. */
  counted: 1000,
  /** Documents that have a text in them and are all kept in mind. */
  found: 20_000,
  /** Documents from which on all of them are kept in memory, in their orders. */
  inMemory: 20_000,
  /** Moves of documents after which what is in memory is no use, and after which it is read anew. */
  moves: 5000,
  movesToRead: 2000,
}
