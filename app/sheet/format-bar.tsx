import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { remember, remembered } from '../shell/remembered.ts'
import { Tip } from '../shell/tip.tsx'
import {
  AlignLeft,
  CaseSensitive,
  ChevronDown,
  Code,
  Ellipsis,
  Link2,
  ListTree,
  type LucideIcon,
  Plus,
  Table2,
} from 'lucide-react'
import { useEffect, useReducer, useRef, useState } from 'react'
import { linkRange } from '../editor/commands.ts'
import { Menu } from '../shell/menu.tsx'
import { tableHere } from '../editor/tables/table-commands.ts'
import { useRoving } from '../shell/roving.ts'
import { shownKey, TABLE_GROUPS, type Tool, type ToolGroup, TOOLS } from '../editor/tools.ts'
import { useTool } from '../editor/use-tool.ts'
import { isA } from '../../core/kinds/facts.ts'

interface Props {
  editor: Editor
  onLink: () => void
  onWords: () => void
  onInsert: () => void
  isSourceOpen: boolean
  onSource: () => void
}

const REMEMBERED = 'all-tools'

/** The tools of the sheet: quiet with signs alone, or all of them with their names. */
export function FormatBar({ editor, onLink, onWords, onInsert, isSourceOpen, onSource }: Props) {
  const bar = useRef<HTMLDivElement>(null)
  const roving = useRoving(bar, 'button')
  const [isFull, setFull] = useState(false)
  useEffect(() => setFull(remembered(REMEMBERED) === 'yes'), [])
  const toggleFull = (): void => {
    remember(REMEMBERED, isFull ? 'no' : 'yes')
    setFull(!isFull)
  }
  return (
    <div
      className={isFull ? 'format-bar is-full' : 'format-bar'}
      role="toolbar"
      aria-label="Format"
      data-area="bar"
      ref={bar}
      {...roving}
    >
      <InsertButton {...{ onInsert }} />
      <span className="bar-rule" />
      <BlockMenu editor={editor} />
      <span className="bar-rule" />
      <Tools editor={editor} groups={['text']} isFull={isFull} />
      <WordsMenu {...{ editor, isFull, onWords }} />
      <LinkTool editor={editor} isFull={isFull} onLink={onLink} />
      <span className="bar-rule" />
      <span className="bar-more bar-group">
        {!isFull && <Tools editor={editor} groups={['list']} only={['bullets', 'numbers']} isFull={false} />}
        {isFull && <GroupMenu editor={editor} groups={['list']} name="Lists" icon={ListTree} isFull />}
        <GroupMenu
          editor={editor}
          groups={isFull ? ['paragraph'] : ['paragraph', 'list']}
          name="Paragraph"
          icon={AlignLeft}
          isFull={isFull}
        />
        <TableMenu editor={editor} isFull={isFull} />
      </span>
      {isFull && <Tools editor={editor} groups={['insert']} only={['quotation', 'table', 'equation']} isFull />}
      <AllTools {...{ isFull, toggleFull }} />
      <span className="bar-end">
        <Tools editor={editor} groups={['view', 'history']} isFull={false} />
        <SourceButton {...{ isSourceOpen, onSource }} />
      </span>
    </div>
  )
}

function AllTools({ isFull, toggleFull }: { isFull: boolean; toggleFull: () => void }) {
  const name = isFull ? 'Fewer tools' : 'All tools'
  return (
    <Tip title={name} mouseEnterDelay={0.4}>
      <button type="button" className="plain-button tool" aria-label={name} aria-expanded={isFull} onClick={toggleFull}>
        <Ellipsis size={16} aria-hidden />
        <ChevronDown size={14} aria-hidden className={isFull ? 'is-turned' : ''} />
      </button>
    </Tip>
  )
}

function InsertButton({ onInsert }: { onInsert: () => void }) {
  return (
    <Tip
      title={
        <span className="tool-help">
          <b>Insert</b> Ctrl+/
          <br />
          Tabs, boxes, questions, everything. On an empty line / does the same.
        </span>
      }
      mouseEnterDelay={0.4}
    >
      <button
        type="button"
        className="plain-button insert-button"
        aria-haspopup="dialog"
        aria-keyshortcuts="Control+/"
        onClick={onInsert}
      >
        <Plus size={16} aria-hidden /> Insert
      </button>
    </Tip>
  )
}

function SourceButton({ isSourceOpen, onSource }: { isSourceOpen: boolean; onSource: () => void }) {
  return (
    <button
      type="button"
      className={isSourceOpen ? 'plain-button is-on' : 'plain-button'}
      aria-pressed={isSourceOpen}
      onClick={onSource}
    >
      <Code size={16} strokeWidth={1.75} aria-hidden /> Source
    </button>
  )
}

interface ToolsProps {
  editor: Editor
  groups: readonly ToolGroup[]
  /** These alone, by their ids. */
  only?: readonly string[]
  isFull: boolean
}

function Tools({ editor, groups, only, isFull }: ToolsProps) {
  return TOOLS.filter(({ group, id }) => groups.includes(group) && (only?.includes(id) ?? true)).map((tool) => (
    <ToolButton key={tool.id} editor={editor} tool={tool} isFull={isFull} />
  ))
}

function ToolButton({ editor, tool, isFull }: { editor: Editor; tool: Tool; isFull: boolean }) {
  const { isOn, why, run } = useTool(editor, tool)
  const { icon: Icon } = tool
  return (
    <Tip title={<ToolHelp tool={tool} why={why} />} mouseEnterDelay={0.4}>
      <button
        type="button"
        className={isOn ? 'plain-button tool is-on' : 'plain-button tool'}
        aria-label={isFull ? undefined : tool.name}
        aria-pressed={tool.isOn ? isOn : undefined}
        aria-disabled={why !== ''}
        aria-keyshortcuts={shownKey(tool.key).replace('Ctrl', 'Control') || undefined}
        onMouseDown={(event) => event.preventDefault()}
        onClick={run}
      >
        <Icon size={16} strokeWidth={1.75} aria-hidden />
        {isFull && <span>{tool.name}</span>}
      </button>
    </Tip>
  )
}

function ToolHelp({ tool, why }: { tool: Tool; why: string }) {
  return (
    <span className="tool-help">
      <b>{tool.name}</b> {shownKey(tool.key)}
      <br />
      {why || tool.help}
    </span>
  )
}

function LinkTool({ editor, isFull, onLink }: { editor: Editor; isFull: boolean; onLink: () => void }) {
  const isOn = useEditorState({ editor, selector: ({ editor: { state } }) => linkRange(state) !== null })
  return (
    <Tip
      title={
        <span className="tool-help">
          <b>Link</b> Ctrl+K
          <br />
          To the web, to mail, or to a place in the page.
        </span>
      }
      mouseEnterDelay={0.4}
    >
      <button
        type="button"
        className={isOn ? 'plain-button tool is-on' : 'plain-button tool'}
        aria-label={isFull ? undefined : 'Link'}
        aria-keyshortcuts="Control+K"
        onMouseDown={(event) => event.preventDefault()}
        onClick={onLink}
      >
        <Link2 size={16} strokeWidth={1.75} aria-hidden />
        {isFull && <span>Link</span>}
      </button>
    </Tip>
  )
}

function BlockMenu({ editor }: { editor: Editor }) {
  const blocks = TOOLS.filter(({ group }) => group === 'block')
  const { on, refresh } = useToolsOn(editor, blocks)
  const current = on[0] ?? ''
  const name =
    blocks.find(({ id }) => id === current)?.name ??
    (isA(editor.state.selection.$from.parent, 'title') ? 'Title' : 'Block')
  return (
    <Menu menu={{ ...toolItems(editor, blocks), selectedKeys: [current] }} onOpen={refresh}>
      <button type="button" className="plain-button block-menu" aria-label={`Kind of block: ${name}`}>
        <span>{name}</span> <ChevronDown size={14} aria-hidden />
      </button>
    </Menu>
  )
}

/** Rows, columns and cells, while the cursor is in a table. */
function TableMenu({ editor, isFull }: { editor: Editor; isFull: boolean }) {
  const isHere = useEditorState({ editor, selector: ({ editor: { state } }) => tableHere(state) !== null })
  return isHere ? (
    <GroupMenu editor={editor} groups={TABLE_GROUPS} name="Table" icon={Table2} isFull={isFull} isBrief />
  ) : null
}

/** Which of some tools are on, and the way to ask anew which of them can be used: a menu does when it opens. */
function useToolsOn(editor: Editor, tools: readonly Tool[]): { on: string[]; refresh: () => void } {
  const [, refresh] = useReducer((count: number) => count + 1, 0)
  const on = useEditorState({
    editor,
    selector: ({ editor: { state } }) => tools.filter((tool) => tool.isOn?.(state)).map(({ id }) => id),
    equalityFn: (a, b) => a.join() === b?.join(),
  })
  return { on, refresh }
}

/** What words can be beyond bold, italic and underlined. */
function WordsMenu({ editor, isFull, onWords }: { editor: Editor; isFull: boolean; onWords: () => void }) {
  const tools = TOOLS.filter(({ group }) => group === 'words')
  const clearing = TOOLS.filter(({ group }) => group === 'clear')
  const { on, refresh } = useToolsOn(editor, tools)
  const words = toolItems(editor, tools)
  const clear = toolItems(editor, clearing)
  const items = [
    ...words.items,
    {
      key: 'look',
      label: (
        <MenuLine
          name="Colour, size, language…"
          help="Also typeface, direction, abbreviation, definition."
          keys="Mod-Shift-l"
        />
      ),
    },
    { type: 'divider' as const },
    ...clear.items,
  ]
  const onClick = ({ key }: { key: string }): void => {
    if (key === 'look') onWords()
    else words.onClick({ key })
  }
  return (
    <Menu menu={{ items, selectedKeys: on, multiple: true, onClick }} onOpen={refresh}>
      <button
        type="button"
        className={on.length > 0 ? 'plain-button tool is-on' : 'plain-button tool'}
        aria-label={on.length > 0 ? `More for words: ${on.map(toolName).join(', ')}` : 'More for words'}
      >
        <CaseSensitive size={18} strokeWidth={1.75} aria-hidden />
        {isFull && <span>More for words</span>}
        <ChevronDown size={14} aria-hidden />
      </button>
    </Menu>
  )
}

interface GroupMenuProps {
  editor: Editor
  groups: readonly ToolGroup[]
  name: string
  icon: LucideIcon
  isFull: boolean
  /** Its tools tell what they do by their names alone. */
  isBrief?: boolean
}

/** The tools of some groups under one button. */
function GroupMenu({ editor, groups, name, icon: Icon, isFull, isBrief = false }: GroupMenuProps) {
  const tools = TOOLS.filter(({ group }) => groups.includes(group))
  const { on, refresh } = useToolsOn(editor, tools)
  // A line between one group and the next.
  const items = groups.flatMap((group, at) => [
    ...(at > 0 ? [{ type: 'divider' as const }] : []),
    ...toolItems(
      editor,
      tools.filter((tool) => tool.group === group),
      isBrief,
    ).items,
  ])
  return (
    <Menu menu={{ ...toolItems(editor, tools), items, selectedKeys: on, multiple: true }} onOpen={refresh}>
      <button
        type="button"
        className="plain-button tool"
        aria-label={on.length > 0 ? `${name}: ${on.map(toolName).join(', ')}` : name}
      >
        <Icon size={16} strokeWidth={1.75} aria-hidden />
        {isFull && <span>{name}</span>}
        <ChevronDown size={14} aria-hidden />
      </button>
    </Menu>
  )
}

const toolName = (id: string): string => TOOLS.find((tool) => tool.id === id)!.name

/** Lines of a menu that are tools; what can't be done here says why in place of its help. */
function toolItems(editor: Editor, tools: readonly Tool[], isBrief = false) {
  return {
    items: tools.map((tool) => {
      const { state } = editor
      const can = (tool.isOn?.(state) ?? false) || tool.command(state)
      return {
        key: tool.id,
        'aria-disabled': !can,
        label: (
          <MenuLine
            name={tool.name}
            help={can ? (isBrief ? '' : tool.help) : tool.whyNot(state)}
            keys={tool.key}
            isOff={!can}
          />
        ),
      }
    }),
    onClick: ({ key }: { key: string }): void => {
      TOOLS.find((tool) => tool.id === key)?.command(editor.state, editor.view.dispatch, editor.view)
      editor.view.focus()
    },
  }
}

interface MenuLineProps {
  name: string
  help: string
  keys: string
  isOff?: boolean
}

function MenuLine({ name, help, keys, isOff = false }: MenuLineProps) {
  return (
    <span className={isOff ? 'menu-line is-off' : 'menu-line'}>
      <span>
        {name}
        {help && <small>{help}</small>}
      </span>
      <kbd>{shownKey(keys)}</kbd>
    </span>
  )
}
