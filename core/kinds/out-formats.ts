/** In what form something leaves: the names of formats, which kinds know to say what those can't hold. */
export const OUT_FORMATS = ['epub', 'pdf', 'web', 'markdown'] as const
export type OutFormat = (typeof OUT_FORMATS)[number]
