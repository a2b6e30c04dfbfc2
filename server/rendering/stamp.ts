/** The line along the foot of a sheet: whose it is, and how it stood on a day. */
export const stampLine = (parts: readonly unknown[]): string => parts.filter(Boolean).join('   ')
