import { Button } from 'antd'
import type { Node } from 'prosemirror-model'
import { useEffect, useState } from 'react'
import { schema } from '../../core/document/schema.ts'
import { isA } from '../../core/kinds/facts.ts'
import { branch, childrenOf, inOrder } from '../../core/plan/tree.ts'
import { materialOfPage } from '../../core/structure/reshape/reshape.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { Dialog } from '../shell/dialog.tsx'
import { KindIcon, titleOrKind } from '../shell/entry-kinds.tsx'
import { useAsking } from '../shell/use-asking.ts'
import type { Target, Turnable } from '../turning/targets.ts'
import { type Turn, TurnDialog } from '../turning/turn-dialog.tsx'
import type { PlanOutcome } from './ask-plan.ts'
import type { PlanRequest } from './plan-requests.ts'

interface Props {
  entry: PlanRow
  plan: readonly PlanRow[]
  language: string
  /** Asks for it, and says what became of it. */
  ask: (request: PlanRequest) => Promise<PlanOutcome>
  onClose: () => void
}

/** Turns an entry of the plan into something else: what is written by its headings, what holds others into one page. */
export function TurnEntry(props: Props) {
  const { entry } = props
  return entry.kind === 'book' || entry.kind === 'lesson' || entry.kind === 'unit' ? (
    <JoinDialog {...props} />
  ) : (
    <TurnWritten {...props} />
  )
}

/** What is offered beside shapes of the page itself. */
const othersFor = ({ kind }: PlanRow): readonly Target[] => (kind === 'page' ? ['pages', 'book'] : ['pages'])

function TurnWritten({ entry, language, ask, onClose }: Props) {
  const page = usePage(entry.documentId)
  const title = `Turn “${titleOrKind(entry)}” into`
  const [first, ...more] = page && page !== 'unknown' ? turnablesOf(page) : []
  if (!page || page === 'unknown' || !first)
    return (
      <Dialog open title={title} width={480} onCancel={onClose} footer={<Button onClick={onClose}>Close</Button>}>
        <p role="status">{whyNothing(page)}</p>
      </Dialog>
    )
  const turn = async ({ material, target, level }: Turn): Promise<PlanOutcome> =>
    ask({ intent: 'turn', id: entry.id, into: target, of: material.content?.level, level })
  return (
    <TurnDialog
      {...{ title, page, language, onClose }}
      turnables={[first, ...more]}
      start={null}
      others={othersFor(entry)}
      onTurn={turn}
    />
  )
}

function whyNothing(page: Node | 'unknown' | null): string {
  if (page === null) return 'Opening it…'
  return page === 'unknown'
    ? 'It could not be opened. Close this and try again.'
    : 'It has no headings. Give each part a heading first; then it can become tabs, pages, a book and more.'
}

/** The page of an entry as it is now; null until it has come. */
function usePage(documentId: string | null): Node | 'unknown' | null {
  const [page, setPage] = useState<Node | 'unknown' | null>(documentId === null ? 'unknown' : null)
  useEffect(() => {
    if (documentId === null) return
    let isOld = false
    void fetch(`/documents/${documentId}/past/now`)
      .then(async (response) => (response.ok ? schema.nodeFromJSON(await response.json()) : ('unknown' as const)))
      .catch(() => 'unknown' as const)
      .then((found) => !isOld && setPage(found))
    return () => void (isOld = true)
  }, [documentId])
  return page
}

/** The headings of a page that can be meant: the highest, or all down to a level. */
export function turnablesOf(page: Node): readonly Turnable[] {
  const levels = [
    ...new Set(page.children.filter((node) => isA(node, 'heading')).map(({ attrs }) => Number(attrs.level))),
  ]
  return levels
    .toSorted((a, b) => a - b)
    .flatMap((level, at) => {
      const material = materialOfPage(page, level)
      const count = material?.content?.sections.length ?? 0
      const words = count === 1 ? '1 heading' : `${count} headings`
      return material
        ? [{ material, label: at === 0 ? `${words} of the page` : `${words}, down to level ${level}` }]
        : []
    })
}

/** What holds others becomes one page beside it. */
function JoinDialog({ entry, plan, ask, onClose }: Props) {
  const asking = useAsking()
  const rows = inOrder(plan)
  const joined =
    entry.kind === 'book'
      ? branch(rows, entry.id).slice(1)
      : childrenOf(rows, entry.id).filter(({ kind }) => kind === 'page')
  const isEmpty = joined.every(({ documentId }) => documentId === null)
  const make = async (): Promise<void> => {
    if (await asking.ask(() => ask({ intent: 'turn', id: entry.id, into: 'page' }))) onClose()
  }
  return (
    <Dialog
      open
      title={`Make one page of “${titleOrKind(entry)}”`}
      width={520}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" data-begin disabled={isEmpty} loading={asking.isAsking} onClick={() => void make()}>
            Make one page
          </Button>
        </>
      }
    >
      <p>
        {isEmpty
          ? `There is no ${entry.kind === 'book' ? 'chapter' : 'page'} in it yet.`
          : 'Each title becomes a heading, what stands under it follows. Links between them go on leading where they led. All of these stay as they are.'}
      </p>
      <ol className="turn-joined">
        {joined.map((row) => (
          <li key={row.id}>
            <KindIcon kind={row.kind} size={14} /> <span dir="auto">{titleOrKind(row)}</span>
          </li>
        ))}
      </ol>
      {asking.problem && <p role="alert">{asking.problem}</p>}
    </Dialog>
  )
}
