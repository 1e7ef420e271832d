import { askedLanguage, type Say, sayIn } from '../../core/words/say.ts'

/** Who speaks on screens that stand in no course: in the language that somebody's browser asks for. */
export const sayFor = (request: { readonly headers: Pick<Headers, 'get'> }): Say =>
  sayIn(askedLanguage(request.headers.get('Accept-Language')))
