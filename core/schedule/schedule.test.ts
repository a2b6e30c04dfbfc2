import { describe, expect, it } from 'vitest'
import { readSchedule, scheduleInWords } from '.'

const cases: [words: string, cron: string, told: string][] = [
  ['every workday at 6', '0 6 * * 1-5', 'every workday at 06:00'],
  ['Every Day at 18:30', '30 18 * * *', 'every day at 18:30'],
  ['every weekend at noon', '0 12 * * 0,6', 'every weekend at 12:00'],
  ['every Monday and Thursday at 7', '0 7 * * 1,4', 'every Monday and Thursday at 07:00'],
  ['mondays at 7', '', ''],
  ['every mondays, wed and fri at 7.15', '15 7 * * 1,3,5', 'every Monday, Wednesday and Friday at 07:15'],
  ['every hour', '0 * * * *', 'every hour'],
  ['every 2 hours', '0 */2 * * *', 'every 2 hours'],
  ['every 15 minutes', '*/15 * * * *', 'every 15 minutes'],
  ['every minute', '* * * * *', 'every minute'],
  ['every day', '0 0 * * *', 'every day at 00:00'],
  ['every month on the 1st at 5', '0 5 1 * *', 'every month on the 1st at 05:00'],
  ['every month on the 22nd', '0 0 22 * *', 'every month on the 22nd at 00:00'],
  ['every month', '0 0 1 * *', 'every month on the 1st at 00:00'],
  ['0 6 * * 1-5', '0 6 * * 1-5', 'every workday at 06:00'],
  ['5 4 */2 * *', '5 4 */2 * *', '5 4 */2 * *'],
  ['10-20/5 4 * 1,6 *', '10-20/5 4 * 1,6 *', '10-20/5 4 * 1,6 *'],
]

describe('a schedule', () => {
  it.each(cases)('reads “%s”', (words, cron, told) => {
    const reading = readSchedule(words)
    if (!cron) return expect(reading).toMatchObject({ ok: false })
    expect(reading).toEqual({ ok: true, cron })
    expect(scheduleInWords(cron)).toBe(told)
  })

  it('reads its own words as what they stand for', () => {
    for (const [, cron, told] of cases) if (cron) expect(readSchedule(told)).toEqual({ ok: true, cron })
  })

  it.each([
    ['every day at 25', 'no schedule'],
    ['every 7 minutes', 'no schedule'],
    ['every blue moon', 'no schedule'],
    ['0 6 * *', 'five fields'],
    ['61 6 * * *', '“61” is no minute'],
    ['0 6 0 * *', '“0” is no day of the month'],
    ['0 6 * 9-3 *', '“9-3” is no month'],
    ['0 6 * * */9', '“*/9” is no day of the week'],
    ['', 'no schedule'],
  ])('says what is wrong with “%s”', (words, message) => {
    expect(readSchedule(words)).toMatchObject({ ok: false, message: expect.stringContaining(message) })
  })
})
