import { useEditorState } from '@tiptap/react'
import { Trash2 } from 'lucide-react'
import type { CSSProperties } from 'react'
import type { TableStyle } from '../../../core/looks/course-looks.ts'
import { setTableStyle, styleOfTable } from '../../../core/tables/style.ts'
import { KeepUnderName } from '../../looks/keep-under-name.tsx'
import { useCourseLooks } from '../../looks/use-course-looks.ts'
import { WhatWasRemoved } from '../../looks/what-was-removed.tsx'
import { announce } from '../../shell/announce.ts'
import type { SettingsProps } from '../piece.ts'

/** Table styles of the course: each is given to the table by a press, and how the table looks is kept as one. */
export function TableStyles({ editor, position }: SettingsProps) {
  const here = useCourseLooks()
  const now = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const table = state.doc.nodeAt(position)
      return table?.type.name === 'table' ? styleOfTable(table) : null
    },
    equalityFn: isSame,
  })
  if (!here.isCourse || !now) return null
  const styles = here.looks.flatMap((look) => (look.sort === 'table' ? [look] : []))
  const use = ({ name, value }: { name: string; value: TableStyle }): void => {
    const change = setTableStyle(editor.state.doc, position, value)
    if (!change) return
    const { tr } = editor.state
    change.steps.forEach((step) => tr.step(step))
    if (tr.docChanged) editor.view.dispatch(tr)
    announce(`The table has the style “${name}”.`)
  }
  return (
    <div role="group" aria-labelledby="table-styles">
      <h3 id="table-styles">Table styles of the course</h3>
      {styles.length > 0 && (
        <ul className="table-styles">
          {styles.map((look) => (
            <li key={look.name}>
              <StyleButtons
                look={look}
                isOn={isSame(look.value, now)}
                onUse={() => use(look)}
                onRemove={() => void here.remove(look)}
              />
            </li>
          ))}
        </ul>
      )}
      <KeepUnderName
        invite="Keep the looks of this table as a style…"
        taken={styles.map(({ name }) => name)}
        onKeep={(name) => here.keep({ sort: 'table', name, value: now })}
      />
      <WhatWasRemoved here={here} sort="table" />
    </div>
  )
}

interface StyleButtonsProps {
  look: { name: string; value: TableStyle }
  /** The table has it. */
  isOn: boolean
  onUse: () => void
  onRemove: () => void
}

function StyleButtons({ look, isOn, onUse, onRemove }: StyleButtonsProps) {
  return (
    <>
      <button type="button" className="desk-button" aria-pressed={isOn} onClick={onUse}>
        <Example style={look.value} /> <bdi>{look.name}</bdi>
      </button>
      <button
        type="button"
        className="desk-button"
        aria-label={`Take out the style ${look.name}`}
        title="Take out"
        onClick={onRemove}
      >
        <Trash2 size={15} strokeWidth={1.75} aria-hidden />
      </button>
    </>
  )
}

/** Three rows as the style has them. */
function Example({ style: { lines, lineColour, headGround, isStriped } }: { style: TableStyle }) {
  const line = lines === 'none' ? 'transparent' : (lineColour ?? 'var(--strong-line)')
  const row = (ground: string | null): CSSProperties => ({
    backgroundColor: ground ?? 'transparent',
    borderBlockEnd: `1px solid ${line}`,
  })
  return (
    <span className="table-style-eg" style={{ borderColor: lines === 'all' ? line : 'transparent' }} aria-hidden>
      <i style={row(headGround ?? 'var(--line)')} />
      <i style={row(null)} />
      <i style={row(isStriped ? 'var(--line)' : null)} />
    </span>
  )
}

/** Compared setting by setting: what was read from the server has them in another order. */
function isSame(a: TableStyle | null, b: TableStyle | null): boolean {
  if (!a || !b) return a === b
  return (Object.keys(a) as (keyof TableStyle)[]).every((name) => a[name] === b[name])
}
