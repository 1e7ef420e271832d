import dayjs from 'dayjs'
import timezone from 'dayjs/plugin/timezone.js'
import utc from 'dayjs/plugin/utc.js'

dayjs.extend(utc)
dayjs.extend(timezone)

const FIELD = 'YYYY-MM-DDTHH:mm'

/** A moment (ISO 8601) as a field of date and time shows it, in a time zone; empty for null. */
export function toField(iso: string | null, timeZone: string): string {
  return iso === null ? '' : dayjs(iso).tz(timeZone).format(FIELD)
}

/**
 * What a field of date and time says, taken in a time zone, as a moment; null for an empty field. An hour that summer
 * time leaves out is the hour after.
 */
export function fromField(value: string, timeZone: string): string | null {
  return value === '' ? null : dayjs.tz(value, FIELD, timeZone).toISOString()
}
