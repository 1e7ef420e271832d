import { askEquation } from '../../editor/equations/asking.ts'
import { EquationView } from '../../editor/equations/view.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'

function EquationSettings({ editor, position }: SettingsProps) {
  const [attrs, set] = useAttributes(editor, position)
  return (
    <>
      <button type="button" className="desk-button" onClick={() => askEquation(editor.state, editor.view.dispatch)}>
        Change the equation…
      </button>
      <label className="desk-check">
        <input
          type="checkbox"
          checked={attrs.isNumbered === true}
          onChange={(event) => set('isNumbered', event.target.checked)}
        />{' '}
        Numbered
      </label>
      {attrs.isNumbered === true && (
        <p className="soft">
          To refer to this equation, make a link (Ctrl+K) and type “equation”. The number is kept up to date.
        </p>
      )}
    </>
  )
}

export const displayEquation: Piece = {
  kind: 'displayEquation',
  Settings: EquationSettings,
  view: (node) => new EquationView(node),
  offer: {
    group: 'apart',
    name: 'Equation',
    help: 'A formula, typed as LaTeX or put together from pieces.',
    effort: 'has settings',
    command: askEquation,
    asks: true,
    outcome: () => 'Asks for the formula.',
    Example: () => (
      <span className="eg-equation">
        <i>a</i>² + <i>b</i>² = <i>c</i>²
      </span>
    ),
  },
}
export const equation: Piece = { kind: 'equation', view: (node) => new EquationView(node) }
