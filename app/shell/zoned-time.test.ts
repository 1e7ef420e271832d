import { expect, test } from 'vitest'
import { fromField, toField } from './zoned-time.ts'

test.each([
  ['2026-09-07T09:00', 'Europe/London', '2026-09-07T08:00:00.000Z'],
  ['2026-12-07T09:00', 'Europe/London', '2026-12-07T09:00:00.000Z'],
  ['2026-12-07T09:00', 'Asia/Kolkata', '2026-12-07T03:30:00.000Z'],
])('%s in %s is %s, and back', (field, zone, iso) => {
  expect(fromField(field, zone)).toBe(iso)
  expect(toField(iso, zone)).toBe(field)
})

test('the hour that summer time leaves out becomes a real one; nothing is nothing', () => {
  // European summer time 2026 begins on 29 March at 01:00 UTC (Directive 2000/84/EC: the last Sunday of March).
  const iso = fromField('2026-03-29T01:30', 'Europe/London')!
  expect(['2026-03-29T00:30:00.000Z', '2026-03-29T01:30:00.000Z']).toContain(iso)
  expect(fromField('', 'Europe/London')).toBeNull()
  expect(toField(null, 'Europe/London')).toBe('')
})
