import { Alert, Button } from 'antd'
import type { Node } from 'prosemirror-model'
import { useMemo, useState } from 'react'
import { levelsFor, type Material, whyNotShape } from '../../core/structure/reshape/reshape.ts'
import { whyNotPages } from '../../core/structure/split-page.ts'
import { Dialog } from '../shell/dialog.tsx'
import { useAsking } from '../shell/use-asking.ts'
import { Preview } from './preview.tsx'
import { type Target, TARGETS, targetsFor, type Turnable } from './targets.ts'
import { changeWords } from './change-words.ts'
import './turn-dialog.css'
import type { Shape } from '../../core/structure/reshape/shapes.ts'

export interface Turn {
  readonly material: Material
  readonly target: Target
  readonly level: number | undefined
}

interface Props {
  title: string
  page: Node
  /** The nearest first. */
  turnables: readonly [Turnable, ...Turnable[]]
  /** What is chosen at first; null for the first that can be. */
  start: Target | null
  /** What else than shapes of the page is offered. */
  others: readonly Target[]
  /** Language of the course, in which its pieces speak. */
  language: string
  /** Does it, or says why it could not be done. */
  onTurn: (turn: Turn) => Promise<{ readonly ok: boolean; readonly reason?: string | undefined }>
  onClose: () => void
}

/** What something could be instead, with a look at each before anything is changed. */
export function TurnDialog(props: Props) {
  const { title, page, turnables, language, onTurn, onClose } = props
  const { material, which, targets, target, levels, level, reasons, reason, choose } = useChoice(props)
  const { isAsking, problem, ask } = useAsking()
  const turn = async (): Promise<void> => {
    if (reason === '' && !isAsking && (await ask(() => onTurn({ material, target, level })))) onClose()
  }
  return (
    <Dialog
      open
      title={title}
      width={1000}
      className="turn-dialog has-foot-words"
      onCancel={onClose}
      footer={
        <>
          <span className="soft foot-words" role="status">
            {reason || changeWords(material, target)}
          </span>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" aria-disabled={reason !== ''} loading={isAsking} onClick={() => void turn()}>
            Turn into {TARGETS[target].inWords}
          </Button>
        </>
      }
    >
      <form
        className="dialog-panes"
        onSubmit={(event) => {
          event.preventDefault()
          void turn()
        }}
      >
        <div className="turn-choices">
          <TargetChoice {...{ targets, target, reasons }} onChoose={choose.target} />
          <Which {...{ turnables, which }} onChoose={choose.which} />
          <LevelChoice {...{ levels, level }} onChoose={choose.level} />
          {/* Enter in a choice does it. */}
          <button type="submit" hidden />
        </div>
        <Preview {...{ page, material, target, level, language }} isPossible={reason === ''} />
      </form>
      {problem && <Alert type="warning" title={problem} role="alert" />}
    </Dialog>
  )
}

/** What is chosen, and why it can't be; what could be chosen else. */
function useChoice({ page, turnables, start, others }: Props) {
  const [which, setWhich] = useState(0)
  const [asked, setTarget] = useState(start)
  const [wanted, setLevel] = useState<number | null>(null)
  const { material } = turnables[which] ?? turnables[0]
  const targets = useMemo(() => targetsFor(material, others), [material, others])
  const reasons = useMemo(
    () => new Map(targets.map((each) => [each, whyNot(page, material, each)])),
    [page, material, targets],
  )
  const possible = targets.find((each) => each !== material.shape && !reasons.get(each)) ?? targets[0]!
  const target = asked !== null && targets.includes(asked) ? asked : possible
  const levels = isShape(target) ? levelsFor(material, target) : []
  const level = wanted !== null && levels.includes(wanted) ? wanted : material.content?.level
  const reason = isShape(target)
    ? sameAgain(material, target, level) || whyNotShape(page, material, target, level)
    : (reasons.get(target) ?? '')
  const choose = { which: setWhich, target: setTarget, level: setLevel }
  return { material, which, targets, target, levels, level, reasons, reason, choose }
}

const isShape = (target: Target): target is Shape => target !== 'pages' && target !== 'book' && target !== 'page'

function whyNot(page: Node, material: Material, target: Target): string {
  if (!isShape(target)) return material.content ? whyNotPages(material.content) : ''
  // Headings stay headings: their level is what changes.
  return target === material.shape ? '' : whyNotShape(page, material, target)
}

const sameAgain = ({ shape, content }: Material, target: Shape, level: number | undefined): string =>
  shape === target && level === content?.level ? 'Choose another level; they are headings of this one.' : ''

interface WhichProps {
  turnables: readonly Turnable[]
  which: number
  onChoose: (which: number) => void
}

/** Which headings are meant, where there are some of several levels. */
function Which({ turnables, which, onChoose }: WhichProps) {
  if (turnables.length < 2) return null
  return (
    <label className="turn-field">
      <span>Which headings</span>
      <select value={which} onChange={(event) => onChoose(Number(event.target.value))}>
        {turnables.map(({ label }, at) => (
          <option key={at} value={at}>
            {label}
          </option>
        ))}
      </select>
    </label>
  )
}

interface TargetChoiceProps {
  targets: readonly Target[]
  target: Target
  reasons: ReadonlyMap<Target, string>
  onChoose: (target: Target) => void
}

/** What it could be; what it can't be stays in the list, and says why. */
function TargetChoice({ targets, target, reasons, onChoose }: TargetChoiceProps) {
  return (
    <fieldset className="turn-targets">
      <legend>Turn it into</legend>
      {targets.map((each) => {
        const reason = reasons.get(each) ?? ''
        return (
          <label key={each} className={reason ? 'turn-target is-impossible' : 'turn-target'}>
            <input type="radio" name="target" value={each} checked={each === target} onChange={() => onChoose(each)} />
            <span>
              {TARGETS[each].name}
              {(reason || each === target) && <small className="soft">{reason || TARGETS[each].help}</small>}
            </span>
          </label>
        )
      })}
    </fieldset>
  )
}

interface LevelChoiceProps {
  levels: readonly number[]
  level: number | undefined
  onChoose: (level: number) => void
}

/** The level of the titles, as of headings. */
function LevelChoice({ levels, level, onChoose }: LevelChoiceProps) {
  if (levels.length < 2) return null
  return (
    <label className="turn-field">
      <span>Level of the titles</span>
      <select value={level} onChange={(event) => onChoose(Number(event.target.value))}>
        {levels.map((each) => (
          <option key={each} value={each}>
            {each === 2 ? '2, below the title of the page' : each}
          </option>
        ))}
      </select>
    </label>
  )
}
