import { createContext, use } from 'react'
import { type Say, sayIn } from '../../core/words/say.ts'

/** The language of the course that is read: whoever draws words of the reading room asks `useSay`. */
export const CourseLanguage = createContext('en-GB')

/** Says the words of the reading room in the language of the course around it. */
export const useSay = (): Say => sayIn(use(CourseLanguage))
