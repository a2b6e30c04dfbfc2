/** Four digits behind the point are enough for a sheet of a kilometre. */
export const round = (value: number): number => Math.round(value * 10_000) / 10_000
