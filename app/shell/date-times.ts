import { now as serverNow } from './clock.ts'

/** A moment in the course's time zone: the time for today, else the day. */
export function shortDateTime(iso: string, timeZone: string, now = serverNow()): string {
  const dateTime = new Date(iso)
  const day = (date: Date): string => new Intl.DateTimeFormat('en-GB', { timeZone, dateStyle: 'short' }).format(date)
  if (day(dateTime) === day(now))
    return `today ${new Intl.DateTimeFormat('en-GB', { timeZone, timeStyle: 'short' }).format(dateTime)}`
  return new Intl.DateTimeFormat('en-GB', {
    timeZone,
    day: 'numeric',
    month: 'long',
    ...(dateTime.getFullYear() === now.getFullYear() ? {} : { year: 'numeric' }),
  }).format(dateTime)
}
