import type { Editor } from '@tiptap/core'
import { NodeSelection } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { MOST_ALT } from '../../../core/kinds/picture/kinds.ts'
import { pictureAddress, widthsFor } from '../../../core/media/pictures.ts'
import { rememberAlt } from '../../media/upload.ts'
import { courseHere } from '../../shell/course-here.ts'
import { CaptionedView } from '../captioned-view.ts'
import { type Piece, type SettingsProps, stepped } from '../piece.ts'
import { WordsSetting } from '../words-setting.tsx'
import { ChoiceSetting } from '../choice-setting.tsx'
import { NumberSetting } from '../number-setting.tsx'

interface Attrs {
  item: string
  width: number
  height: number
  alt: string | null
  description: string
  widthPercent: number
  align: string
}

function PictureSettings({ editor, position }: SettingsProps) {
  const attrs = useEditorState({
    editor,
    selector: ({ editor: { state } }) => state.doc.nodeAt(position)?.attrs as Attrs | undefined,
    equalityFn: (a, b) => a === b,
  })
  if (attrs?.item === undefined) return null
  const set = (name: keyof Attrs, value: unknown): void => {
    if (editor.state.doc.nodeAt(position)?.attrs[name] !== value)
      editor.view.dispatch(keepSelected(editor, position, name, value))
  }
  const setAlt = (alt: string | null): void => {
    set('alt', alt)
    if (alt) void rememberAlt(courseHere(), attrs.item, alt)
  }
  return (
    <>
      <WordsSetting
        label="Alternative text"
        rows={3}
        most={MOST_ALT}
        value={attrs.alt ?? ''}
        isDisabled={attrs.alt === ''}
        onKeep={(words) => setAlt(words === '' ? null : words)}
        problem={attrs.alt === null ? 'Nobody who can’t see the picture knows what it shows.' : ''}
      />
      <DecorativeBox isOn={attrs.alt === ''} onChange={(isOn) => setAlt(isOn ? '' : null)} />
      <WordsSetting
        label="Long description, shown beneath"
        rows={3}
        most={20_000}
        value={attrs.description}
        onKeep={(words) => set('description', words)}
      />
      <PlaceSettings {...{ attrs, set }} />
    </>
  )
}

interface PlaceProps {
  attrs: Attrs
  set: (name: keyof Attrs, value: unknown) => void
}

function PlaceSettings({ attrs, set }: PlaceProps) {
  return (
    <>
      <NumberSetting
        label="Width in percent of its column"
        value={attrs.widthPercent}
        least={5}
        most={100}
        onKeep={(value) => set('widthPercent', value)}
      />
      <ChoiceSetting
        label="Where it stands"
        value={attrs.align}
        onChange={(value) => set('align', value)}
        options={[
          ['start', 'Start'],
          ['center', 'Centre'],
          ['end', 'End'],
        ]}
      />
    </>
  )
}

function DecorativeBox({ isOn, onChange }: { isOn: boolean; onChange: (isOn: boolean) => void }) {
  return (
    <label className="desk-check">
      <input type="checkbox" checked={isOn} onChange={(event) => onChange(event.target.checked)} /> Decorative
    </label>
  )
}

function keepSelected({ state }: Editor, position: number, name: string, value: unknown): Editor['state']['tr'] {
  const transaction = state.tr.setNodeAttribute(position, name, value)
  return state.selection instanceof NodeSelection && state.selection.from === position
    ? transaction.setSelection(NodeSelection.create(transaction.doc, position))
    : transaction
}

/** The picture with its caption, and a corner to draw it larger or smaller by. */
class PictureView extends CaptionedView {
  readonly #image = document.createElement('img')
  readonly #note = document.createElement('span')

  constructor(...given: ConstructorParameters<typeof CaptionedView>) {
    super(...given)
    const corner = document.createElement('span')
    corner.className = 'picture-corner'
    corner.title = 'Draw the picture larger or smaller'
    corner.addEventListener('pointerdown', (event) => this.#resize(event, corner))
    // A rendition that is not made yet is asked for again; until then its place is kept.
    this.#image.addEventListener('error', () =>
      setTimeout(
        () => this.#image.isConnected && (this.#image.src = `${this.#image.src.split('?')[0]}?${Date.now()}`),
        1500,
      ),
    )
    this.#image.draggable = false
    this.#note.className = 'picture-note'
    this.frame.append(this.#image, corner, this.#note)
    this.draw()
  }

  protected draw(): void {
    const { item, width, height, alt, widthPercent, align } = this.node.attrs as Attrs
    this.dom.className = 'picture'
    this.dom.dataset.align = align
    this.dom.style.width = `${widthPercent}%`
    const source = pictureAddress(item, widthsFor(width).at(-1)!)
    if (this.#image.getAttribute('src')?.split('?')[0] !== source) this.#image.src = source
    this.#image.width = width
    this.#image.height = height
    this.#image.alt = alt ?? ''
    this.#note.textContent = alt === null ? 'No alternative text' : ''
  }

  #resize(event: PointerEvent, corner: HTMLElement): void {
    event.preventDefault()
    event.stopPropagation()
    corner.setPointerCapture(event.pointerId)
    const column = this.dom.parentElement?.clientWidth ?? 600
    const start = this.dom.getBoundingClientRect().width
    const isRtl = getComputedStyle(this.dom).direction === 'rtl'
    const factor = this.node.attrs.align === 'center' ? 2 : 1
    const percentAt = (x: number): number =>
      Math.min(
        100,
        Math.max(5, Math.round(((start + factor * (isRtl ? event.clientX - x : x - event.clientX)) / column) * 100)),
      )
    const move = ({ clientX }: PointerEvent): void => void (this.dom.style.width = `${percentAt(clientX)}%`)
    const end = ({ clientX }: PointerEvent): void => {
      corner.removeEventListener('pointermove', move)
      const position = this.getPosition()
      if (position !== undefined)
        this.view.dispatch(this.view.state.tr.setNodeAttribute(position, 'widthPercent', percentAt(clientX)))
    }
    corner.addEventListener('pointermove', move)
    corner.addEventListener('pointerup', end, { once: true })
  }
}

export const picture: Piece = {
  kind: 'picture',
  Settings: PictureSettings,
  grow: ({ attrs }, by) => stepped('widthPercent', (attrs as Attrs).widthPercent, by * 5, [5, 100]),
  view: (node, view, getPosition) => new PictureView(node, view, getPosition),
}
