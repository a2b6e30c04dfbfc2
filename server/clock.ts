/** The one clock of the services. The demo sets it back to give its vault a past. */
export const clock = { now: (): Date => new Date() }

/** This moment in ISO 8601, UTC. */
export const now = (): string => clock.now().toISOString()
