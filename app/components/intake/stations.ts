/** The steps of an intake, in order. */
export const stations = ['read', 'reconcile', 'map', 'run', 'verify'] as const
export type Station = (typeof stations)[number]
