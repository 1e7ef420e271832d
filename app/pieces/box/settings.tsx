import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { Contrast } from 'lucide-react'
import { useEffect, useState } from 'react'
import { contrast, inkOn, safeColour } from '../../../core/tree/colours.ts'
import { ChoiceSetting } from '../choice-setting.tsx'

const GROUNDS: readonly (readonly [name: string, colour: string])[] = [
  ['Sandstone', '#efe6d3'],
  ['Lichen', '#e4ebdb'],
  ['Slate', '#e0e6ec'],
  ['Clay', '#f5dfda'],
  ['Paper', '#fffdf8'],
  ['Night', '#23302f'],
]

/** Ground, edge and space of a box, and how its text reads on its ground. */
export function BoxSettings({ editor, position }: { editor: Editor; position: number }) {
  const attrs = useEditorState({
    editor,
    selector: ({ editor: { state } }) =>
      state.doc.nodeAt(position)?.attrs as { ground: string; edge: string; space: string } | undefined,
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  if (!attrs?.ground) return null
  const set = (name: string, value: string): void => {
    if (editor.state.doc.nodeAt(position)?.attrs[name] !== value)
      editor.view.dispatch(editor.state.tr.setNodeAttribute(position, name, value))
  }
  const ratio = contrast(inkOn(attrs.ground), attrs.ground)
  return (
    <>
      <h3 id="box-ground">Background</h3>
      <Swatches {...{ attrs, set }} />
      <p className="contrast-line" role="status">
        <Contrast size={15} aria-hidden />
        <span>
          Text on background <b>{ratio.toFixed(1)} : 1</b>.{' '}
          {ratio >= 7 ? 'Readable for all sizes' : ratio >= 4.5 ? 'Readable' : 'Too weak for body text'} (4.5 needed).
        </span>
      </p>
      <ChoiceSetting
        label="Edge"
        value={attrs.edge}
        onChange={(value) => set('edge', value)}
        options={[
          ['none', 'None'],
          ['start', 'Start'],
          ['around', 'Around'],
        ]}
      />
      <ChoiceSetting
        label="Space inside"
        value={attrs.space}
        onChange={(value) => set('space', value)}
        options={[
          ['tight', 'Tight'],
          ['normal', 'Normal'],
          ['wide', 'Wide'],
        ]}
      />
    </>
  )
}

interface SwatchesProps {
  attrs: { ground: string }
  set: (name: string, value: string) => void
}

function Swatches({ attrs, set }: SwatchesProps) {
  return (
    <div className="swatches" role="group" aria-labelledby="box-ground">
      {GROUNDS.map(([name, colour]) => (
        <button
          key={colour}
          type="button"
          className="swatch"
          style={{ backgroundColor: colour }}
          aria-label={name}
          title={name}
          aria-pressed={attrs.ground === colour}
          onClick={() => set('ground', colour)}
        />
      ))}
      <ColourField value={attrs.ground} onChange={(colour) => set('ground', colour)} />
    </div>
  )
}

/** A colour typed as hex; taken when it is one, told when it isn't. */
function ColourField({ value, onChange }: { value: string; onChange: (colour: string) => void }) {
  const [typed, setTyped] = useState(value)
  useEffect(() => setTyped(value), [value])
  const colour = safeColour(typed)
  return (
    <input
      className="colour-field"
      aria-label="Background as hex colour"
      aria-invalid={colour === null}
      title={colour === null ? 'A colour is # and six digits of 0-9 and a-f.' : undefined}
      value={typed}
      spellCheck={false}
      onChange={(event) => {
        setTyped(event.target.value)
        const taken = /^#[0-9a-f]{6}$/i.test(event.target.value.trim()) ? safeColour(event.target.value) : null
        if (taken) onChange(taken)
      }}
      onBlur={() => (colour ? onChange(colour) : setTyped(value))}
    />
  )
}
