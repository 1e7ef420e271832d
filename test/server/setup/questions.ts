/** A passage of one paragraph. */
export const say = (text: string): object => ({
  type: 'passage',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
})

/** A question of choice, with one right answer of two. */
export const CHOICE = {
  prompt: say('Which ties both faces?'),
  variables: [],
  conditions: [],
  answer: {
    sort: 'choice',
    mode: 'one',
    choices: [
      { id: 'a', text: say('a through'), isRight: true, feedback: say('It reaches across.') },
      { id: 'b', text: say('hearting'), isRight: false, feedback: say('It only fills.') },
    ],
  },
  hints: [say('Think across.'), say('Think of its length.')],
  solution: say('A through does.'),
}
