import { now as serverNow } from './clock.ts'

/** A moment in the course's time zone: the time for today, else the day. */
export function shortMoment(iso: string, timeZone: string, now = serverNow()): string {
  const moment = new Date(iso)
  const day = (date: Date): string => new Intl.DateTimeFormat('en-GB', { timeZone, dateStyle: 'short' }).format(date)
  if (day(moment) === day(now))
    return `today ${new Intl.DateTimeFormat('en-GB', { timeZone, timeStyle: 'short' }).format(moment)}`
  return new Intl.DateTimeFormat('en-GB', {
    timeZone,
    day: 'numeric',
    month: 'long',
    ...(moment.getFullYear() === now.getFullYear() ? {} : { year: 'numeric' }),
  }).format(moment)
}
