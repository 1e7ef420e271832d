import type { Node } from '@tiptap/pm/model'
import type { EditorView, NodeView } from '@tiptap/pm/view'
import { use, useState } from 'react'
import { useEditorState } from '@tiptap/react'
import { fetchQuestion } from '../../bank/ask-bank.ts'
import { courseHere } from '../../shell/course-here.ts'
import { insertPiece } from '../../editor/insert-commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { AskQuestion } from './asking.ts'
import './bank-question.css'
import { isA } from '../../../core/kinds/facts.ts'

function Settings({ editor, position }: SettingsProps) {
  const question = useEditorState({
    editor,
    selector: ({ editor: { state } }) => String(state.doc.nodeAt(position)?.attrs.question ?? 'none'),
  })
  const [isOpen, setOpen] = useState(false)
  const QuestionDialog = use(AskQuestion)
  const isChosen = question !== 'none'
  const choose = (id: string): void =>
    void editor.view.dispatch(editor.state.tr.setNodeAttribute(position, 'question', id))
  return (
    <>
      <p className="soft small">Each student gets their own version; the server checks their answers.</p>
      <button type="button" className="desk-button" onClick={() => setOpen(true)}>
        {isChosen ? 'Change the question' : 'Choose or make the question'}
      </button>
      {isOpen && QuestionDialog && (
        <QuestionDialog
          courseId={courseHere()}
          language={editor.view.dom.closest<HTMLElement>('[lang]')?.lang ?? 'en'}
          {...(isChosen ? { questionId: question } : {})}
          onClose={() => (setOpen(false), refresh())}
          onChosen={choose}
        />
      )}
    </>
  )
}

const shown = new Set<BankQuestionView>()
/** Fetches the words of all questions in sight again. */
function refresh(): void {
  for (const view of shown) view.fetch()
}

/** A question of the bank on the sheet: its title and first words, fetched. */
class BankQuestionView implements NodeView {
  readonly dom = document.createElement('div')
  #node: Node

  constructor(node: Node, _view: EditorView, _getPosition: () => number | undefined) {
    this.#node = node
    this.dom.className = 'bank-question on-sheet'
    this.dom.contentEditable = 'false'
    shown.add(this)
    this.fetch()
  }

  fetch(): void {
    const id = String(this.#node.attrs.question)
    const say = (head: string, words: string): void => {
      const title = document.createElement('b')
      title.textContent = head
      this.dom.replaceChildren(title, document.createTextNode(words))
    }
    if (id === 'none') return say('A question of the bank', 'Choose or make it in the side desk.')
    say('A question of the bank', '…')
    void fetchQuestion(courseHere(), id).then((question) => {
      if (question) say(question.title || 'A question of the bank', wordsOf(question.content.prompt))
      else say('A question that is no longer in the bank', 'Remove it, or choose another in the side desk.')
    })
  }

  update(node: Node): boolean {
    if (!isA(node, 'bankQuestion')) return false
    const isOther = node.attrs.question !== this.#node.attrs.question
    this.#node = node
    if (isOther) this.fetch()
    return true
  }

  ignoreMutation(): boolean {
    return true
  }

  destroy(): void {
    shown.delete(this)
  }
}

/** The words of a passage's JSON; values show their formula. */
function wordsOf(json: unknown): string {
  const { text, attrs, content } = json as { text?: string; attrs?: { formula?: string }; content?: unknown[] }
  return text ?? attrs?.formula ?? content?.map(wordsOf).join('') ?? ''
}

export const bankQuestion: Piece = {
  kind: 'bankQuestion',
  Settings,
  view: (node, view, getPosition) => new BankQuestionView(node, view, getPosition),
  offer: {
    group: 'practise',
    name: 'Question of the bank',
    help: 'Different numbers for each student, hints, points.',
    effort: 'has settings',
    command: insertPiece((state) => state.schema.nodes.bankQuestion!.create()),
    Example: () => (
      <span className="eg-practice">
        <b>How many tonnes for 2.5 m?</b>
        <span>▭ t</span>
      </span>
    ),
  },
}
