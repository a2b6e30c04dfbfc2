import { clock } from '../../clock'
import { replanSchedules } from '../../jobs/schedules'
import { Refusal } from '../../refusal'
import type { SettingKind } from '../setting-kind'
import { machineZone } from '../zone'

const hourIn = (zone: string) =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, dateStyle: 'long', timeStyle: 'short' }).format(
    clock.now(),
  )

/** The time zone (IANA) in which the hours of schedules are meant, and in which a day begins. */
export const timeZone: SettingKind = {
  label: 'time zone',
  usual: machineZone,
  read(text) {
    const asked = text.trim()
    try {
      return new Intl.DateTimeFormat('en', { timeZone: asked }).resolvedOptions().timeZone
    } catch {
      throw new Refusal('invalid', `“${asked}” is no time zone: write one such as Europe/Oslo, or UTC`)
    }
  },
  attempt: async (zone) => `There it is ${hourIn(zone ?? machineZone())}`,
  kept: replanSchedules,
}
