import { clock, now } from '../clock'
import type { Tx } from '../database/connection'
import { settingOf } from './values'

/** The time zone of the machine. */
export const machineZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone

/** The time zone of the company, else the one of the machine. */
export const zone = (tx: Tx): string => settingOf(tx, 'time-zone') ?? machineZone()

const formats = new Map<string, Intl.DateTimeFormat>()

/** @returns the format that writes the day of a zone in ISO 8601, as Swedish does */
function dayFormat(timeZone: string): Intl.DateTimeFormat {
  const known = formats.get(timeZone)
  if (known) return known
  const made = new Intl.DateTimeFormat('sv-SE', { timeZone })
  formats.set(timeZone, made)
  return made
}

/** @returns the company's day, ISO 8601, of a moment in UTC */
export const dayOf = (tx: Tx, moment: string): string => dayFormat(zone(tx)).format(new Date(moment))

/** @returns this day of the company, ISO 8601 */
export const today = (tx: Tx): string => dayOf(tx, now())

/** @returns the company's day that is so many days from today, ISO 8601 */
export const dayFromNow = (tx: Tx, days: number): string =>
  dayOf(tx, new Date(clock.now().getTime() + days * 86_400_000).toISOString())
