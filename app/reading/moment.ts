import type { Say } from '../../core/words/say.ts'
import { now } from '../shell/clock.ts'
import { shortDateTime } from '../shell/date-times.ts'

/** A moment in the course's time zone as the reading room says it: the time for today, else the day. */
export const moment = (say: Say, iso: string, timeZone: string): string =>
  shortDateTime(iso, timeZone, now(), { language: say.language, today: (time) => say('room.today', { time }) })
