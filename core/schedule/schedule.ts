/** Days of the week as cron counts them, and as people call them. */
const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']

/** Groups of days that have a name of their own. */
const dayGroups: Record<string, string> = { day: '*', workday: '1-5', weekend: '0,6' }

/** When something is queued again and again: five fields of cron (POSIX crontab). */
export type Reading = { ok: true; cron: string } | { ok: false; message: string }

/** What may stand in each of the five fields. */
const ranges = [
  { name: 'minute', least: 0, most: 59 },
  { name: 'hour', least: 0, most: 23 },
  { name: 'day of the month', least: 1, most: 31 },
  { name: 'month', least: 1, most: 12 },
  { name: 'day of the week', least: 0, most: 7 },
]

const examples =
  '“every workday at 6”, “every Monday and Thursday at 18:30”, “every 2 hours”, or “0 6 * * 1-5”'

/**
 * Reads a schedule: five fields of cron, or words such as “every workday at 6”, “every Monday and Thursday at 18:30”,
 * “every hour”, “every 15 minutes”, “every month on the 1st at 5”. @returns its five fields, or what is wrong with it.
 */
export function readSchedule(text: string): Reading {
  const asked = text.trim().replace(/\s+/g, ' ')
  if (/^[\d*]/.test(asked)) return readFields(asked)
  const words = asked.toLowerCase().replace(/^(on|each) /, 'every ')
  const cron = everySome(words) ?? everyDay(words) ?? everyMonth(words)
  return cron === undefined
    ? { ok: false, message: `“${asked}” is no schedule: write ${examples}` }
    : readFields(cron)
}

function readFields(text: string): Reading {
  const fields = text.split(' ')
  if (fields.length !== 5)
    return { ok: false, message: `a schedule has five fields, and “${text}” has ${fields.length}` }
  const wrong = fields.findIndex((field, index) => !isField(field, ranges[index]!))
  if (wrong < 0) return { ok: true, cron: text }
  const { name, least, most } = ranges[wrong]!
  return { ok: false, message: `“${fields[wrong]}” is no ${name}: it is ${least} to ${most}, or *` }
}

/** Whether a field is a list of numbers and of ranges within its bounds, each with a stride or without. */
function isField(field: string, { least, most }: (typeof ranges)[number]): boolean {
  return field.split(',').every((part) => {
    const [, from, to, stride] = /^(\*|\d{1,2})(?:-(\d{1,2}))?(?:\/(\d{1,2}))?$/.exec(part) ?? []
    if (from === undefined || (from === '*' && to !== undefined)) return false
    if (stride !== undefined && (Number(stride) < 1 || Number(stride) > most)) return false
    if (from === '*') return true
    return Number(from) >= least && Number(to ?? from) <= most && Number(from) <= Number(to ?? from)
  })
}

/** “every hour”, “every 15 minutes”: only what divides its hour or day, since cron begins each of them anew. */
function everySome(words: string): string | undefined {
  const [, count, unit] = /^every (?:(\d{1,2}) )?(minute|hour)s?$/.exec(words) ?? []
  if (!unit) return undefined
  const each = Number(count ?? 1)
  const whole = unit === 'minute' ? 60 : 24
  if (each < 1 || each >= whole || whole % each !== 0) return undefined
  const stride = each === 1 ? '*' : `*/${each}`
  return unit === 'minute' ? `${stride} * * * *` : `0 ${stride} * * *`
}

/** The hour and minute of “at 6”, “at 18:30”, “at noon”; midnight where nothing is said. */
function timeIn(text: string | undefined): string | undefined {
  if (text === undefined || text === 'midnight') return '0 0'
  if (text === 'noon') return '0 12'
  const [, hour, minute = '0'] = /^(\d{1,2})(?:[:.](\d{2}))?(?: ?(?:h|o’clock))?$/.exec(text) ?? []
  if (hour === undefined || Number(hour) > 23 || Number(minute) > 59) return undefined
  return `${Number(minute)} ${Number(hour)}`
}

/** “every workday at 6”, “every Monday and Thursday at 18:30”. */
function everyDay(words: string): string | undefined {
  const [, named, at] = /^every (.+?)(?: at (.+))?$/.exec(words) ?? []
  const time = timeIn(at)
  if (!named || !time) return undefined
  const group = dayGroups[named.replace(/s$/, '')]
  if (group) return `${time} * * ${group}`
  const days = named.split(/,? and |, ?/).map((name) => weekdayOf(name))
  return days.includes(-1) ? undefined : `${time} * * ${[...new Set(days)].sort().join(',')}`
}

const weekdayOf = (name: string): number =>
  name.length < 3 ? -1 : weekdays.findIndex((day) => day.toLowerCase().startsWith(name.replace(/s$/, '')))

/** “every month on the 1st at 5”. */
function everyMonth(words: string): string | undefined {
  const read = /^every month(?: on the (\d{1,2})(?:st|nd|rd|th)?)?(?: at (.+))?$/.exec(words)
  const time = read && timeIn(read[2])
  return time ? `${time} ${read[1] ?? 1} * *` : undefined
}

/** A schedule in words, where there are plain ones; its five fields else. */
export function scheduleInWords(cron: string): string {
  const [minute, hour, day, month, weekday] = cron.split(' ') as [string, string, string, string, string]
  const isDaily = day === '*' && month === '*'
  if (isDaily && weekday === '*' && hour === '*') {
    if (minute === '*') return 'every minute'
    if (minute === '0') return 'every hour'
    const [, stride] = /^\*\/(\d+)$/.exec(minute) ?? []
    if (stride) return `every ${stride} minutes`
  }
  const [, hours] = /^\*\/(\d+)$/.exec(hour) ?? []
  if (isDaily && weekday === '*' && minute === '0' && hours) return `every ${hours} hours`
  if (!/^\d+$/.test(minute) || !/^\d+$/.test(hour)) return cron
  const time = `${hour.padStart(2, '0')}:${minute.padStart(2, '0')}`
  const days = isDaily ? daysInWords(weekday) : undefined
  if (days) return `every ${days} at ${time}`
  if (/^\d+$/.test(day) && month === '*' && weekday === '*')
    return `every month on the ${ordinal(day)} at ${time}`
  return cron
}

function daysInWords(weekday: string): string | undefined {
  const group = Object.entries(dayGroups).find(([, fields]) => fields === weekday)
  if (group) return group[0]
  if (!/^[0-7](,[0-7])*$/.test(weekday)) return undefined
  const names = weekday.split(',').map((day) => weekdays[Number(day) % 7]!)
  return names.length === 1 ? names[0] : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}

function ordinal(day: string): string {
  const number = Number(day)
  const teens = number % 100 >= 11 && number % 100 <= 13
  return `${number}${(!teens && ['th', 'st', 'nd', 'rd'][number % 10]) || 'th'}`
}
