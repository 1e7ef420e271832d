import { plainMark } from '../plain-mark.ts'

/** Words that no longer hold, and are still to be read (HTML Standard, “The s element”). */
export const strike = plainMark({ name: 'strike', label: 'struck out', tags: ['s', 'strike'], example: 'no longer so' })
