import { createContext, use } from 'react'

/** The language of the course on whose screens one is (BCP 47); undefined on others. */
export const TitleLanguage = createContext<string | undefined>(undefined)

/** How titles of the course are marked among the words of the screen (WCAG 2.2, 3.1.2). */
export const useTitleWords = (): { readonly lang: string | undefined; readonly dir: 'auto' } => ({
  lang: use(TitleLanguage),
  dir: 'auto',
})
