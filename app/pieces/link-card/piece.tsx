import { useEditorState } from '@tiptap/react'
import { useEffect, useState } from 'react'
import type { Examined } from '../../../server/embeds/examine.server.ts'
import { askEmbed, placeEmbed } from '../../embeds/place-embed.ts'
import { courseHere } from '../../shell/course-here.ts'
import type { Piece, SettingsProps } from '../piece.ts'

function LinkCardSettings({ editor, position }: SettingsProps) {
  const attrs = useEditorState({
    editor,
    selector: ({ editor: { state } }) =>
      state.doc.nodeAt(position)?.attrs as { address: string; title: string } | undefined,
    equalityFn: (a, b) => a === b,
  })
  const [title, setTitle] = useState(attrs?.title ?? '')
  const [tried, setTried] = useState<Examined | 'asking' | null>(null)
  useEffect(() => setTitle(attrs?.title ?? ''), [attrs?.title])
  if (attrs?.address === undefined) return null
  const ask = (): void => {
    setTried('asking')
    void askEmbed(courseHere(), attrs.address).then(setTried)
  }
  const asPlayer = (): void => {
    const node = editor.state.doc.nodeAt(position)
    if (!node || !tried || tried === 'asking' || tried.type !== 'player') return
    editor.view.dispatch(editor.state.tr.delete(position, position + node.nodeSize))
    placeEmbed(editor, tried)
  }
  return (
    <>
      <label className="desk-field">
        <span>Title</span>
        <input
          value={title}
          maxLength={300}
          onChange={(event) => setTitle(event.target.value)}
          onBlur={() =>
            title.trim() !== attrs.title &&
            editor.view.dispatch(editor.state.tr.setNodeAttribute(position, 'title', title.trim()))
          }
        />
      </label>
      <p className="soft" style={{ overflowWrap: 'anywhere' }}>
        {attrs.address}
      </p>
      <button type="button" className="desk-button" onClick={ask} disabled={tried === 'asking'}>
        Why is it no player?
      </button>
      <p className="desk-advice" role="status">
        <span>
          {tried === 'asking'
            ? 'Asking…'
            : !tried
              ? ''
              : tried.type === 'player'
                ? 'It can be a player now.'
                : tried.reason}
        </span>
      </p>
      {tried && tried !== 'asking' && tried.type === 'player' && (
        <button type="button" className="desk-button" onClick={asPlayer}>
          Make it a player
        </button>
      )}
    </>
  )
}

export const linkCard: Piece = { kind: 'linkCard', Settings: LinkCardSettings }
