import { plainMark } from '../plain-mark.ts'

/** Keys to press (HTML Standard, “The kbd element”). */
export const keyboard = plainMark({ name: 'keyboard', label: 'key', tags: ['kbd'], example: 'Ctrl' })
