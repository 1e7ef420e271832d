import type { App } from 'antd'
import { dialogHolder } from '../shell/dialog-holder.ts'
import { keepTabInside } from '../shell/tab-inside.ts'

/** Asks whether something is to be deleted that others have to do with, and says in what way. */
export function confirmed(
  modal: ReturnType<typeof App.useApp>['modal'],
  title: string,
  uses: readonly string[],
): Promise<boolean> {
  return new Promise((done) => {
    modal.confirm({
      title: `Delete “${title}”?`,
      content: (
        <div ref={keepTabInside}>
          <ul className="uses">
            {uses.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
          <p>Students lose sight of it at once. Nothing is destroyed: it can be restored, with all of this.</p>
        </div>
      ),
      icon: null,
      getContainer: dialogHolder,
      okText: 'Delete',
      okButtonProps: { danger: true },
      cancelText: 'Keep it',
      focusable: { autoFocusButton: 'cancel' },
      onOk: () => done(true),
      onCancel: () => done(false),
    })
  })
}
