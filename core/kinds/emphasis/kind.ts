import { plainMark } from '../plain-mark.ts'

export const emphasis = plainMark({
  name: 'emphasis',
  label: 'italic',
  tags: ['em', 'i', 'cite', 'dfn'],
  example: 'face',
})
