import { plainMark } from '../plain-mark.ts'

export const underline = plainMark({ name: 'underline', label: 'underline', tags: ['u'], example: 'face' })
