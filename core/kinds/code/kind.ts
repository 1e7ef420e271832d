import { plainMark } from '../plain-mark.ts'

/** Words of a program, a file or a formula, as a machine reads them. */
export const code = plainMark({
  name: 'code',
  label: 'code',
  tags: ['code', 'tt', 'samp', 'var'],
  example: 'let x = 1',
})
