/** Words as one line of at most so many characters; what is left out is said by an ellipsis. */
export function shortened(words: string, most: number): string {
  const line = words.replace(/\s+/g, ' ')
  return line.length > most ? `${line.slice(0, most - 1).toWellFormed()}…` : line
}
