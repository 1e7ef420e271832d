import { Dialog } from './dialog.tsx'
import { useState } from 'react'
import { choose, isChosen, type TypingChoice } from '../editor/typing/choices.ts'
import { CheckField } from '../editor/check-field.tsx'
import { KEY_GROUPS, TYPING } from './keys.ts'
import './keys-dialog.css'

/** All keys, and how one works here without a mouse or without seeing the screen. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open title="Keyboard help" width={760} footer={null} onCancel={onClose}>
      <p className="dialog-words" tabIndex={-1} data-begin>
        Everything here works without a mouse. On a Mac, Ctrl is Command and Alt is Option. With a screen reader, write
        in its focus or forms mode; headings lead through every screen, and what happens is said as it happens.
      </p>
      <div className="key-groups">
        {KEY_GROUPS.map(({ name, lines }) => (
          <section key={name}>
            <h2>{name}</h2>
            {name === TYPING && <TypingChoices />}
            <dl>
              {lines.map(({ keys, does }) => (
                <div key={does}>
                  <dt>
                    {keys.map((key) => (
                      <kbd key={key}>{key}</kbd>
                    ))}
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  )
}

const CHOICES: readonly (readonly [TypingChoice, string])[] = [
  ['shortcuts', 'These signs do this: at the beginning of a line with a space behind them, or around words'],
  ['links', 'An address becomes a link with the space after it'],
]

/** Whoever wants the signs that are typed, and nothing else, switches this off. */
function TypingChoices() {
  const [, redraw] = useState(0)
  return CHOICES.map(([choice, words]) => (
    <CheckField
      key={choice}
      label={words}
      isOn={isChosen(choice)}
      onSet={(isOn) => {
        choose(choice, isOn)
        redraw((count) => count + 1)
      }}
    />
  ))
}
