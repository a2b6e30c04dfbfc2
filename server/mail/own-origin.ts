/** Where the vault is reached, as whoever runs it says, or else as it was started: for links in letters. */
export const ownOrigin = (): string =>
  process.env.ILMENITE_ORIGIN ?? `http://${process.env.HOST ?? '127.0.0.1'}:${process.env.PORT ?? 3000}`
