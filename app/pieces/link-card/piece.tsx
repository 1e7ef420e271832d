import { useEditorState } from '@tiptap/react'
import { useState } from 'react'
import type { Examined } from '../../../server/embeds/examine.server.ts'
import { askEmbed, placeEmbed } from '../../embeds/place-embed.ts'
import { courseHere } from '../../shell/course-here.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { WordsSetting } from '../words-setting.tsx'

function LinkCardSettings({ editor, position }: SettingsProps) {
  const attrs = useEditorState({
    editor,
    selector: ({ editor: { state } }) =>
      state.doc.nodeAt(position)?.attrs as { address: string; title: string } | undefined,
    equalityFn: (a, b) => a === b,
  })
  const [tried, setTried] = useState<Examined | 'asking' | null>(null)
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
      <WordsSetting
        label="Title"
        most={300}
        value={attrs.title}
        onKeep={(title) => editor.view.dispatch(editor.state.tr.setNodeAttribute(position, 'title', title))}
      />
      <p className="soft" style={{ overflowWrap: 'anywhere' }}>
        {attrs.address}
      </p>
      <button
        type="button"
        className="desk-button"
        onClick={tried === 'asking' ? undefined : ask}
        aria-disabled={tried === 'asking'}
      >
        Why is it not a player?
      </button>
      <Verdict {...{ tried }} />
      {tried && tried !== 'asking' && tried.type === 'player' && (
        <button type="button" className="desk-button" onClick={asPlayer}>
          Make it a player
        </button>
      )}
    </>
  )
}

function Verdict({ tried }: { tried: Examined | 'asking' | null }) {
  return (
    <p className="desk-advice" role="status">
      <span>
        {tried === 'asking'
          ? 'Checking…'
          : !tried
            ? ''
            : tried.type === 'player'
              ? 'It can be a player now.'
              : tried.reason}
      </span>
    </p>
  )
}

export const linkCard: Piece = { kind: 'linkCard', Settings: LinkCardSettings }
