import type { Editor } from '@tiptap/core'
import type { Fragment } from '@tiptap/pm/model'
import { Alert, Button } from 'antd'
import { useEffect, useState } from 'react'
import { pageFromJson } from '../../core/document/schema.ts'
import { GROUP_NAMES, SNIPPET_GROUPS, type SnippetGroup } from '../../core/snippets/groups.ts'
import { blocksOf, snippetPage } from '../../core/snippets/snippets.ts'
import type { OfferedSnippet } from '../../core/snippets/wire.ts'
import { type DeclaredBlank, problemOfDeclared } from '../../core/templates/declared.ts'
import { askableOf } from '../../core/templates/fill.ts'
import type { Visibility } from '../../core/templates/template.ts'
import { Dialog } from '../shell/dialog.tsx'
import { useAsking } from '../shell/use-asking.ts'
import { type Declaring, declaringFrom } from '../templates/declare-blanks.tsx'
import { TemplateFields } from '../templates/template-fields.tsx'
import { askShown, askSnippets } from './ask-snippets.ts'
import { keptBlocks, snippetDepth } from './kept-blocks.ts'
import { forgetSnippets, useSnippets } from './known-snippets.ts'
import './snippets.css'

interface Props {
  editor: Editor
  courseId: string
  onClose: () => void
  say: (words: string) => void
}

/** Keeps what is marked, or what the cursor is in, as a snippet; a new one, or in the place of one's own. */
export function SaveSnippet(props: Props) {
  const { editor, onClose } = props
  const [blocks] = useState(() => keptBlocks(editor.state))
  if (blocks) return <Saving {...props} blocks={blocks} />
  return (
    <Dialog open title="Save as a snippet" width={420} onCancel={onClose} footer={null}>
      <p>Put the cursor into a piece or a paragraph first, or select several.</p>
      <Button type="primary" data-begin onClick={onClose}>
        Close
      </Button>
    </Dialog>
  )
}

function Saving(props: Props & { blocks: Fragment }) {
  const { onClose } = props
  const { fields, own, id, replace, lost, purpose, setPurpose, isAsking, problem, save } = useSaving(props)
  return (
    <Dialog
      open
      title="Save as a snippet"
      width={640}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" loading={isAsking} onClick={() => void save()}>
            {id === null ? 'Save the snippet' : 'Save it in place of the old one'}
          </Button>
        </>
      }
    >
      <p className="dialog-words">
        A copy is saved. “Insert” puts it on any page, by its name. What stands here stays as it is.
      </p>
      <InPlaceOf {...{ own, id, replace, lost }} />
      <TemplateFields {...fields}>
        <Purpose {...{ purpose, setPurpose }} />
      </TemplateFields>
      {problem && <Alert type="warning" title={problem} role="alert" />}
    </Dialog>
  )
}

type Held = ReturnType<typeof useSaving>

/** Whether it is a new one, or another state of one's own. */
function InPlaceOf({ own, id, replace, lost }: Pick<Held, 'own' | 'id' | 'replace' | 'lost'>) {
  if (own.length === 0) return null
  return (
    <div className="snippet-place">
      <label htmlFor="snippet-place">Save it as</label>
      <select id="snippet-place" value={id ?? ''} onChange={({ target }) => replace(target.value)}>
        <option value="">A new snippet</option>
        {own.map((each) => (
          <option key={each.id} value={each.id}>{`In place of “${each.name}”`}</option>
        ))}
      </select>
      {id !== null && (
        <p className="soft">
          Pages that have the old one stay as they are until you bring them up to date, under “Where it is used”.
        </p>
      )}
      {lost.length > 0 && (
        <p className="snippet-touched" role="status">
          The old one asks for {lost.map(({ name }) => `“${name}”`).join(', ')}; this one does not. To change it with
          its blanks, insert it and choose “Change it”.
        </p>
      )}
    </div>
  )
}

function Purpose({ purpose, setPurpose }: Pick<Held, 'purpose' | 'setPurpose'>) {
  return (
    <div className="snippet-place">
      <label htmlFor="snippet-purpose">What it does on a page</label>
      <select id="snippet-purpose" value={purpose} onChange={({ target }) => setPurpose(target.value as SnippetGroup)}>
        {SNIPPET_GROUPS.map((each) => (
          <option key={each} value={each}>
            {GROUP_NAMES[each]}
          </option>
        ))}
      </select>
    </div>
  )
}

/** What of the blocks can be asked for. */
const askedOf = (blocks: Fragment): Declaring[] =>
  declaringFrom(
    askableOf(
      snippetPage(
        '',
        blocksOf(pageFromJson({ type: 'doc', content: [{ type: 'title' }, ...(blocks.toJSON() as unknown[])] })),
      ),
    ),
  )

function useSaving({ editor, courseId, blocks, onClose, say }: Props & { blocks: Fragment }) {
  const own = useSnippets(courseId).filter(({ isOwn }) => isOwn)
  const [id, setId] = useState<string | null>(null)
  const [name, setName] = useState(() => blocks.firstChild?.textContent.trim().slice(0, 60) ?? '')
  const [description, setDescription] = useState('')
  const [purpose, setPurpose] = useState<SnippetGroup>('explaining')
  const [visibility, setVisibility] = useState<Visibility>('own')
  const [blanks, setBlanks] = useState<readonly Declaring[]>(() => askedOf(blocks))
  const [asksBefore, setBefore] = useState<readonly DeclaredBlank[]>([])
  const { isAsking, problem, setProblem, ask } = useAsking()
  /** In the place of one: what was said of that is said of this, for as long as nobody says otherwise. */
  const replace = (chosen: string): void => {
    const before = own.find((each) => each.id === chosen)
    setId(before?.id ?? null)
    setBefore([])
    if (!before) return
    setName(before.name)
    setDescription(before.description)
    setPurpose(before.purpose)
    setVisibility(before.visibility)
    void askShown(courseId, before.id).then((asked) => {
      if (!asked.ok) return
      setBefore(asked.value.blanks)
      setBlanks((all) => all.map((each) => withDeclared(each, asked.value.blanks)))
    })
  }
  useCameFrom(editor, own, replace)
  const save = async (): Promise<void> => {
    if (name.trim() === '') return setProblem('A snippet needs a name.')
    const asked = blanks.filter(({ isAsked }) => isAsked)
    const wrong = asked.map(problemOfDeclared).find(Boolean)
    if (wrong) return setProblem(wrong)
    const said = { intent: 'save', id, name, description, purpose, visibility, blanks: asked } as const
    if (!(await ask(() => askSnippets(courseId, { ...said, blocks: blocks.toJSON() as unknown[] })))) return
    forgetSnippets(courseId)
    say(`“${name.trim()}” is a snippet now. Insert finds it by its name.`)
    onClose()
  }
  return {
    fields: { name, setName, description, setDescription, visibility, setVisibility, blanks, setBlanks },
    ...{ own, id, replace, purpose, setPurpose, isAsking, problem, save },
    /** What the old one asks for and this one does not. */
    lost: asksBefore.filter(({ name: old }) => !blanks.some((each) => each.isAsked && each.name === old)),
  }
}

/** A blank with what was declared of it before, found by its name, or by the address or colour it is known by. */
function withDeclared(blank: Declaring, before: readonly Omit<Declaring, 'of' | 'isAsked'>[]): Declaring {
  const same = before.find(({ name, type, example }) =>
    blank.isAsked ? name === blank.of : type === blank.type && example === blank.example,
  )
  return same ? { ...blank, ...same, example: blank.example, isAsked: true } : blank
}

/** What was put here to be changed is kept in place of the snippet it came from. */
function useCameFrom(editor: Editor, own: readonly OfferedSnippet[], replace: (id: string) => void): void {
  const [cameFrom] = useState(() => {
    const { selection } = editor.state
    const depth = snippetDepth(selection)
    const { snippet, values } = depth === null ? {} : (selection.$from.node(depth).attrs as Record<string, unknown>)
    // What was filled in has lost its blanks: it is another snippet, unless one says otherwise.
    return values === null ? String(snippet) : ''
  })
  const isKnown = own.some(({ id }) => id === cameFrom)
  useEffect(() => {
    if (isKnown) replace(cameFrom)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once it is known which are one's own
  }, [isKnown, cameFrom])
}
