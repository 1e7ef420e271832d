import { toPreformatted } from '../../editor/commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'

/** Languages that published pages colour, by the names that highlighting has for them. */
const LANGUAGES: readonly (readonly [language: string, name: string])[] = [
  ['bash', 'Shell'],
  ['c', 'C'],
  ['cpp', 'C++'],
  ['css', 'CSS'],
  ['java', 'Java'],
  ['javascript', 'JavaScript'],
  ['json', 'JSON'],
  ['python', 'Python'],
  ['r', 'R'],
  ['sql', 'SQL'],
  ['typescript', 'TypeScript'],
  ['xml', 'HTML and XML'],
]

function PreformattedSettings({ editor, position }: SettingsProps) {
  const [attrs, set] = useAttributes(editor, position)
  const language = (attrs.language as string | null | undefined) ?? ''
  const isOther = language !== '' && LANGUAGES.every(([name]) => name !== language)
  return (
    <>
      <label className="desk-field">
        <span>Programming language</span>
        <select value={language} onChange={(event) => set('language', event.target.value || null)}>
          <option value="">None</option>
          {isOther && <option value={language}>{language}</option>}
          {LANGUAGES.map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <p className="soft">
        Every space and line is kept. Press Enter on an empty last line, or Shift+Enter, to go on below.
      </p>
    </>
  )
}

export const preformatted: Piece = {
  kind: 'preformatted',
  Settings: PreformattedSettings,
  offer: {
    group: 'apart',
    name: 'Preformatted text',
    help: 'Keeps every space and line as typed: a program, a poem.',
    finds: ['code', 'listing', 'program'],
    effort: 'ready',
    command: toPreformatted,
    outcome: () => 'The paragraphs at the cursor become preformatted.',
    Example: () => (
      <span className="eg-code">
        for stone in heap:
        <br />
        &nbsp;&nbsp;lay(stone)
      </span>
    ),
  },
}
