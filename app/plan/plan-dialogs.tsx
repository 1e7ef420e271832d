import { useMessages } from '../shell/messages.tsx'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { onDemand } from '../shell/on-demand.tsx'
import type { PlanOutcome } from './ask-plan.ts'
import type { Dialog } from './dialog-address.ts'
import type { PlanRequest } from './plan-requests.ts'
import type { Transfers } from '../transfers/use-transfers.ts'

const SaveTemplate = onDemand(() => import('../templates/save-template.tsx').then((module) => module.SaveTemplate))
const UseTemplate = onDemand(() => import('../templates/use-template.tsx').then((module) => module.UseTemplate))
const ExportDialog = onDemand(() => import('../transfers/export-dialog.tsx').then((module) => module.ExportDialog))
const TurnEntry = onDemand(() => import('./turn-entry.tsx').then((module) => module.TurnEntry))
const ImportDialog = onDemand(() => import('../transfers/import-dialog.tsx').then((module) => module.ImportDialog))

interface Props {
  dialog: Dialog | null
  plan: readonly PlanRow[]
  course: { readonly id: string; readonly language: string }
  transfers: Transfers
  /** Asks for a change of the plan, and says what became of it. */
  ask: (request: PlanRequest) => Promise<PlanOutcome>
  /** After which entry goes what is made. */
  afterId: string | null
  onClose: () => void
  /** Something is on its way out or in. */
  onBegun: (id: string | undefined) => void
  onMade: (id: string) => void
}

/** What is asked over the plan before something is made, taken out or brought in. */
export function PlanDialogs(props: Props) {
  const { dialog, plan, course, transfers, ask, afterId, onClose, onBegun, onMade } = props
  const courseId = course.id
  const message = useMessages()
  if (!dialog) return null
  // Somebody else may have deleted it meanwhile.
  const entry = 'id' in dialog ? plan.find(({ id }) => id === dialog.id) : undefined
  switch (dialog.type) {
    case 'save template':
      return (
        entry && (
          <SaveTemplate
            key={entry.id}
            courseId={courseId}
            entryId={entry.id}
            onClose={onClose}
            onSaved={(words) => void message.success(words, 6)}
          />
        )
      )
    case 'turn':
      return entry && <TurnEntry key={entry.id} {...{ entry, plan, ask, onClose }} language={course.language} />
    case 'export':
      return entry && <ExportDialog key={entry.id} {...{ entry, transfers, onClose, onBegun }} />
    case 'import':
      return (
        <ImportDialog
          courseId={courseId}
          after={plan.find(({ id }) => id === afterId) ?? null}
          onClose={onClose}
          onBegun={onBegun}
        />
      )
    case 'use template':
      return (
        <UseTemplate
          {...{ courseId, afterId, onClose }}
          onMade={(id, words) => {
            if (words) void message.info(words, 8)
            onMade(id)
          }}
        />
      )
  }
}
