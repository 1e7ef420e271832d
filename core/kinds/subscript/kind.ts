import { plainMark } from '../plain-mark.ts'

export const subscript = plainMark({
  name: 'subscript',
  label: 'subscript',
  tags: ['sub'],
  example: '2',
  spec: { excludes: 'subscript superscript' },
})
