import { expect, test } from 'vitest'
import { dialogAddress, dialogOf } from './dialog-address.ts'

test('an address with a dialog opens that dialog, and any other none', () => {
  for (const type of ['save template', 'export'] as const) {
    const { searchParams } = new URL(dialogAddress('course', { type, id: 'p&1' }), 'https://school.example')
    expect(dialogOf(searchParams)).toEqual({ type, id: 'p&1' })
  }
  for (const search of ['', 'do=export', 'of=p', 'do=delete&of=p', 'do=import&of=p'])
    expect(dialogOf(new URLSearchParams(search)), search).toBeNull()
})
