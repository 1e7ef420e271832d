import { TARGETS, targetsFor, type Target } from './targets.ts'
import type { Shape } from '../../core/structure/reshape/shapes.ts'

interface Props {
  /** What it is called, in lower case. */
  name: string
  shape: Shape
  onChoose: (target: Target) => void
}

/** What something at the cursor could be instead; each is looked at before it is done. */
export function TurnDesk({ name, shape, onChoose }: Props) {
  return (
    <section>
      <h3>Turn the {name} into…</h3>
      <div className="desk-choices">
        {targetsFor({ shape }, ['pages']).map((target) => (
          <button
            key={target}
            type="button"
            className="desk-button"
            aria-description={TARGETS[target].help}
            title={TARGETS[target].help}
            onClick={() => onChoose(target)}
          >
            {TARGETS[target].name}
          </button>
        ))}
      </div>
    </section>
  )
}
