/** How far a list goes in one way before it tries another. The bounds change what it costs, never what it finds. */
export const bounds = {
  /** Rows to walk along an index before another way is tried; fewer if each row is read. */
  stride: 4000,
  strideOfRead: 600,
  /** Rows to read one by one for a text before all rows that have it are sorted. */
  strideOfText: 12_000,
  /** The table finds a page after up to this many rows, even if all documents are in memory. */
  near: 200,
  /** Rows to merge from places at most. For more, the whole order is walked. */
  merged: 2000,
  /** Rows of each place to look at first when places are merged. */
  firstRows: 12,
  /** Documents with a text are counted exactly up to this number. */
  counted: 1000,
  /** A search remembers all documents with a text up to this number. */
  found: 20_000,
  /** A vault with at least this many documents keeps all of them in memory. */
  inMemory: 20_000,
  /** After this many moves, memory is not used; after the second number, it is read again. */
  moves: 5000,
  movesToRead: 2000,
}
