import { plainMark } from '../plain-mark.ts'

export const strong = plainMark({ name: 'strong', label: 'bold', tags: ['strong', 'b'], example: 'face' })
