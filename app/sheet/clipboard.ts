import { Plugin } from '@tiptap/pm/state'
import { Fragment, type Node, Slice } from '@tiptap/pm/model'
import { readPage } from '../../core/html/read.ts'

/**
 * Paste goes through the core: HTML from anywhere is read like source, so nothing comes onto the sheet that a page
 * can't hold. What was copied from a sheet keeps its own way, which loses nothing.
 */
export function coreClipboard(onPasted: (words: string) => void): Plugin {
  return new Plugin({
    props: {
      handlePaste(view, event) {
        const html = event.clipboardData?.getData('text/html') ?? ''
        const { $from } = view.state.selection
        if (html === '' || html.includes('data-pm-slice') || $from.parent.type.name === 'title') return false
        const { page, notes } = readPage(html, { isPassage: true })
        const blocks: Node[] = page.content.content.slice(1)
        if (blocks.every((block) => block.isTextblock && block.content.size === 0)) return false
        // The editor's schema is generated from the same kinds, but is another object: content crosses as JSON.
        const content = Fragment.fromJSON(view.state.schema, blocks.map((block) => block.toJSON() as unknown))
        const isOpen = (block: Node | undefined): boolean => block?.type.name === 'paragraph'
        const slice = new Slice(content, isOpen(blocks[0]) ? 1 : 0, isOpen(blocks.at(-1)) ? 1 : 0)
        view.dispatch(view.state.tr.replaceSelection(slice).setMeta('paste', true).scrollIntoView())
        const leftOut = notes.filter(({ sort }) => sort === 'left out').length
        if (leftOut > 0) onPasted(`Pasted. ${leftOut} ${leftOut === 1 ? 'thing' : 'things'} that a page can’t hold ${leftOut === 1 ? 'was' : 'were'} left out.`)
        return true
      },
    },
  })
}
