import { plainMark } from '../plain-mark.ts'

export const superscript = plainMark({
  name: 'superscript',
  label: 'superscript',
  tags: ['sup'],
  example: '2',
  spec: { excludes: 'subscript superscript' },
})
