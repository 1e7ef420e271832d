import { Dialog } from './dialog.tsx'
import { KEY_GROUPS } from './keys.ts'
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
