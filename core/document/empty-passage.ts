/** JSON of a passage in which nothing is written yet. */
export const emptyPassage = { type: 'passage', content: [{ type: 'paragraph' }] } as const

/** JSON of a passage of plain words, a paragraph a line. */
export function plainPassage(text: string): object {
  return {
    type: 'passage',
    content: text
      .split('\n')
      .map((line) => ({ type: 'paragraph', ...(line === '' ? {} : { content: [{ type: 'text', text: line }] }) })),
  }
}
