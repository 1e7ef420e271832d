import { now as serverNow } from './clock.ts'

/** How a moment is told: in which language, and what stands around the time of today. */
interface Telling {
  readonly language: string
  today: (time: string) => string
}

const ENGLISH: Telling = { language: 'en-GB', today: (time) => `today ${time}` }

/** A moment in the course's time zone: the time for today, else the day. */
export function shortDateTime(iso: string, timeZone: string, now = serverNow(), { language, today } = ENGLISH): string {
  const dateTime = new Date(iso)
  const day = (date: Date): string => new Intl.DateTimeFormat(language, { timeZone, dateStyle: 'short' }).format(date)
  if (day(dateTime) === day(now))
    return today(new Intl.DateTimeFormat(language, { timeZone, timeStyle: 'short' }).format(dateTime))
  return new Intl.DateTimeFormat(language, {
    timeZone,
    day: 'numeric',
    month: 'long',
    ...(dateTime.getFullYear() === now.getFullYear() ? {} : { year: 'numeric' }),
  }).format(dateTime)
}
