/** A list in pieces of a size. */
export function* batches<T>(list: T[], size: number): Generator<T[]> {
  for (let at = 0; at < list.length; at += size) yield list.slice(at, at + size)
}

/** How many files are read or stored at a time: enough to keep the disk busy, few enough for flat memory. */
export const atOnce = 24

/** The results of `work` on every item, in order, at most `atOnce` of them under way. */
export async function inParallel<T, R>(items: T[], work: (item: T) => Promise<R>): Promise<R[]> {
  const results = new Array<R>(items.length)
  let next = 0
  const lane = async () => {
    while (next < items.length) {
      const index = next++
      results[index] = await work(items[index]!)
    }
  }
  await Promise.all(Array.from({ length: Math.min(atOnce, items.length) }, lane))
  return results
}
