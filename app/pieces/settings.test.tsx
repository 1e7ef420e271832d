import { cleanup, fireEvent, screen, within } from '@testing-library/react'
import { useState } from 'react'
import { expect, test } from 'vitest'
import { draw, serverSaying } from '../../test/shared/drawn.tsx'
import { editorWith, positionOf } from '../../test/shared/editor-on.ts'
import { ChoiceSetting } from './choice-setting.tsx'
import { pieceOf } from './registry.ts'
import { WordsSetting } from './words-setting.tsx'

const words = (text: string): object[] => [{ type: 'text', text }]
const paragraph = (text: string): object => ({ type: 'paragraph', content: words(text) })
const answer = (text: string): object => ({
  type: 'answer',
  content: [
    { type: 'answerText', content: words(text) },
    { type: 'feedback', content: [{ type: 'paragraph' }] },
  ],
})

/** The settings of a piece that stands on a page, and what they have set. */
function settingsOf(kind: string, attrs: object, content: readonly object[]) {
  const editor = editorWith({ type: kind, attrs, content })
  const Settings = pieceOf(kind)?.Settings
  if (!Settings) throw new Error(`${kind} has no settings.`)
  draw(<Settings editor={editor} position={positionOf(editor, kind)} />)
  return { attrs: () => editor.state.doc.nodeAt(positionOf(editor, kind))!.attrs }
}

const leave = (label: RegExp | string, value: string): void => {
  const field = screen.getByLabelText(label)
  fireEvent.change(field, { target: { value } })
  fireEvent.blur(field)
}

test('words are kept when their field is left, once, and follow what others set', () => {
  const kept: string[] = []
  function Setting() {
    const [value, setValue] = useState('A wall')
    return (
      <>
        <WordsSetting label="Title" most={300} value={value} onKeep={(words) => (kept.push(words), setValue(words))} />
        <button onClick={() => setValue('By somebody else')}>others</button>
      </>
    )
  }
  draw(<Setting />)
  fireEvent.change(screen.getByLabelText('Title'), { target: { value: ' A dry wall ' } })
  expect(kept, 'not with each key').toEqual([])
  fireEvent.blur(screen.getByLabelText('Title'))
  fireEvent.blur(screen.getByLabelText('Title'))
  expect(kept).toEqual(['A dry wall'])
  fireEvent.click(screen.getByText('others'))
  expect(screen.getByLabelText<HTMLInputElement>('Title').value).toBe('By somebody else')
})

test('a choice has the name of its setting, and tells what is chosen', async () => {
  let chosen = 'even'
  const options = [['even', 'Even'] as const, ['wide', 'First wide'] as const]
  draw(<ChoiceSetting label="Widths" value={chosen} options={options} onChange={(value) => (chosen = value)} />)
  expect(await screen.findByRole('radiogroup', { name: 'Widths' })).toBeTruthy()
  fireEvent.click(screen.getByText('First wide'))
  expect(chosen).toBe('wide')
})

test('a box takes a ground from the swatches or as a colour, and says how its text reads on it', async () => {
  const { attrs } = settingsOf('box', {}, [paragraph('Mind the frost.')])
  fireEvent.click(await screen.findByRole('button', { name: 'Night' }))
  expect(attrs().ground).toBe('#23302f')
  fireEvent.click(await screen.findByText('Around'))
  fireEvent.click(await screen.findByText('Tight'))
  expect([attrs().edge, attrs().space]).toEqual(['around', 'tight'])
  expect(screen.getByRole('status').textContent).toMatch(/Text on background \d+\.\d : 1\. Readable/)
})

test('a box has an edge of its own side by side, its own colour of words, corners, space, width and place', async () => {
  const { attrs } = settingsOf('box', {}, [paragraph('Mind the frost.')])
  const line = { line: 'solid', thickness: 5, colour: '#8f5414' }
  const type = (name: string, value: string): boolean =>
    fireEvent.change(screen.getByRole('spinbutton', { name }), { target: { value } })
  fireEvent.click(within(screen.getByRole('group', { name: 'Text colour' })).getByRole('button', { name: 'Brick' }))
  // What was to be seen before is where one’s own edge begins.
  fireEvent.click((await screen.findAllByText('My own'))[0]!)
  expect(attrs().borders).toEqual({ top: null, end: null, bottom: null, start: line })
  type('Thickness in pixels', '6')
  expect(attrs().borders).toEqual({ top: null, end: null, bottom: null, start: { ...line, thickness: 6 } })
  fireEvent.click(await screen.findByText('Top'))
  fireEvent.click(await screen.findByText('Dashed'))
  type('Thickness in pixels', '3')
  expect(attrs().borders).toEqual({
    ...{ top: { line: 'dashed', thickness: 3, colour: '#8a836e' }, end: null, bottom: null },
    start: { ...line, thickness: 6 },
  })
  fireEvent.click(screen.getByText('All'))
  fireEvent.click(within(screen.getByRole('radiogroup', { name: 'Line' })).getByText('None'))
  expect(attrs().borders).toEqual({ top: null, end: null, bottom: null, start: null })
  type('Round corners in pixels', '12')
  fireEvent.click(screen.getAllByText('My own')[1]!)
  type('Space inside, in pixels', '33')
  type('Width in percent of its column', '60')
  fireEvent.click(await screen.findByText('Centre'))
  expect(attrs()).toMatchObject({ text: '#7a1f14', radius: 12, padding: 33, widthPercent: 60, align: 'centre' })
  fireEvent.click(screen.getByText('Wide'))
  expect(attrs()).toMatchObject({ space: 'wide', padding: null })
})

const part = (title: string, text: string): object => ({
  type: 'part',
  content: [{ type: 'partTitle', content: words(title) }, paragraph(text)],
})

test('a call-out is what is chosen; an aside stands where it is said, as wide as it is said', async () => {
  const callOut = settingsOf('callOut', {}, [{ type: 'partTitle' }, paragraph('Mind the frost.')])
  fireEvent.click(await screen.findByText('Caution'))
  expect(callOut.attrs().sort).toBe('caution')
  cleanup()
  const aside = settingsOf('aside', {}, [paragraph('By the metre.')])
  fireEvent.click(await screen.findByText('Start'))
  const width = screen.getByRole('spinbutton', { name: 'Width in percent of its column' })
  fireEvent.change(width, { target: { value: '71' } })
  expect(screen.getByText('A whole number from 20 to 70 was expected.')).toBeTruthy()
  fireEvent.change(width, { target: { value: '55' } })
  expect(aside.attrs()).toEqual({ side: 'start', widthPercent: 55 })
})

test('steps begin with a number, cards stand so many side by side', async () => {
  const parts = [part('Lay', 'One on two.'), part('Pack', 'Heart as you go.')]
  const steps = settingsOf('steps', { level: 2 }, parts)
  fireEvent.change(screen.getByRole('spinbutton', { name: 'Number of the first step' }), { target: { value: '4' } })
  expect(steps.attrs().start).toBe(4)
  cleanup()
  const across = settingsOf('cards', {}, parts)
  fireEvent.click(await screen.findByText('3'))
  expect(across.attrs().across).toBe(3)
})

test('tabs stand at the side, are steps, and have a line of their own colour', async () => {
  const tabs = settingsOf('tabs', {}, [part('Lay', 'One on two.'), part('Pack', 'Heart as you go.')])
  fireEvent.click(await screen.findByText('At the side'))
  fireEvent.click(screen.getByRole('checkbox', { name: 'Numbered, with Back and Next' }))
  fireEvent.click(screen.getByRole('button', { name: 'Brick' }))
  expect(tabs.attrs()).toEqual({ level: 3, along: 'side', isInSteps: true, colour: '#c05f50' })
})

test('what opens a model answer has words of its own, or those of the course', () => {
  const content = [
    { type: 'openPrompt', content: [paragraph('Why?')] },
    { type: 'modelAnswer', content: [paragraph('Because.')] },
  ]
  const editor = editorWith({ type: 'openQuestion', content })
  const Settings = pieceOf('openQuestion')!.Settings!
  draw(<Settings editor={editor} position={positionOf(editor, 'openQuestion')} />)
  const called = (): unknown => editor.state.doc.nodeAt(positionOf(editor, 'modelAnswer'))!.attrs.called
  expect(called()).toBe('')
  leave(/^What students press to see the answer/, 'A waller says')
  expect(called()).toBe('A waller says')
})

test('a list of tasks is one that students tick; a list without tasks is not asked', () => {
  const item = (task: string | null) => ({ type: 'listItem', attrs: { task }, content: [paragraph('I can.')] })
  const tasks = settingsOf('bulletList', {}, [item('open')])
  fireEvent.click(screen.getByRole('checkbox', { name: 'Students tick the boxes' }))
  expect(tasks.attrs().isSelfCheck).toBe(true)
  cleanup()
  settingsOf('bulletList', {}, [item(null)])
  expect(screen.queryByRole('checkbox')).toBeNull()
})

test('a picture that is decorative has no words; without words, and not decorative, that is said', () => {
  serverSaying(() => ({ ok: true }))
  const { attrs } = settingsOf('picture', { item: 'abcdefghijkl', width: 40, height: 30, alt: '' }, [
    { type: 'caption' },
  ])
  expect(attrs().alt).toBe('')
  fireEvent.click(screen.getByRole('checkbox'))
  expect(attrs().alt).toBeNull()
  expect(screen.getByText('Nobody who can’t see the picture knows what it shows.')).toBeTruthy()
  leave(/^Alternative text/, 'A dry stone wall with a gap')
  expect(attrs().alt).toBe('A dry stone wall with a gap')
  fireEvent.change(screen.getByLabelText(/Width/), { target: { value: '55' } })
  expect(attrs().widthPercent).toBe(55)
})

test('a practice question says when no answer, or more than one, is marked as right', async () => {
  const { attrs } = settingsOf('practice', { id: 'ties', mode: 'one' }, [
    { type: 'prompt', content: [paragraph('Which?')] },
    answer('Lime'),
    answer('Clay'),
  ])
  const said = (): string => screen.getAllByRole('status').at(-1)!.textContent
  expect(said()).toBe('No answer is marked as right yet.')
  fireEvent.click(await screen.findByLabelText('Right: Lime'))
  fireEvent.click(screen.getByLabelText('Right: Clay'))
  expect(said()).toContain('2 answers are marked as right, but only one can be chosen.')
  fireEvent.click(screen.getByText('Several'))
  expect(attrs().mode).toBe('several')
  expect(said()).toContain('Beneath each answer is the feedback')
})

const cell = (words: string) => ({ type: 'tableCell', content: [paragraph(words)] })
const row = (...words: string[]) => ({ type: 'tableRow', content: words.map(cell) })

test('a chart is drawn another way, tells what it can’t draw, and what is told of it until somebody says more', async () => {
  const { attrs } = settingsOf('chart', {}, [
    { type: 'table', content: [row('Stone', 'Weight'), row('Slate', '2.8'), row('Flint', 'heavy')] },
    { type: 'caption' },
  ])
  expect(await screen.findByText('Row 3, column 2: “heavy” is no number.')).toBeTruthy()
  expect(
    screen.getByText('Bar chart. It shows Weight, by Stone. Weight: lowest 2.8 (Slate), highest 2.8 (Slate).'),
  ).toBeTruthy()
  fireEvent.click(screen.getByRole('checkbox', { name: 'Horizontal bars, for long names' }))
  fireEvent.click(await screen.findByText('Pie'))
  expect(screen.queryByRole('checkbox', { name: 'Horizontal bars, for long names' })).toBeNull()
  leave('Alternative text in your own words', 'Slate is heavy.')
  expect(screen.queryByText(/It shows/)).toBeNull()
  expect(attrs()).toMatchObject({ form: 'pie', isAcross: true, alt: 'Slate is heavy.' })
})

test('columns have widths of their own, one field each, and say which comes first on a phone', async () => {
  const column = (words: string) => ({ type: 'column', content: [paragraph(words)] })
  const { attrs } = settingsOf('columns', { split: 'wide-start' }, [column('a'), column('b'), column('c')])
  fireEvent.click(await screen.findByText('Own'))
  expect(attrs().split).toBe('2-1-1')
  fireEvent.change(screen.getByRole('spinbutton', { name: 'Parts of the width for column 3' }), {
    target: { value: '4' },
  })
  expect(attrs().split).toBe('2-1-4')
  // Ten parts are more than a column can have: the last that could be taken stays.
  fireEvent.change(screen.getByRole('spinbutton', { name: 'Parts of the width for column 3' }), {
    target: { value: '10' },
  })
  expect(attrs().split).toBe('2-1-4')
  fireEvent.click(screen.getByText('Last column'))
  expect(attrs()).toEqual({ split: '2-1-4', stacking: 'last' })
})

test('five columns are told to be too narrow', async () => {
  const column = { type: 'column', content: [paragraph('a')] }
  settingsOf('columns', {}, [column, column, column, column, column])
  expect(await screen.findByText(/More than 4 columns/)).toBeTruthy()
})

test('cards are turned over; a carousel is before and after where it has a picture in each of two slides', async () => {
  const cards = settingsOf('cards', {}, [part('Hammer', 'For a face.')])
  fireEvent.click(await screen.findByRole('checkbox', { name: /turn the card over/ }))
  expect(cards.attrs().isTurned).toBe(true)
  cleanup()
  const slide = (...content: object[]) => ({ type: 'part', content: [{ type: 'partTitle' }, ...content] })
  const picture = { type: 'picture', content: [{ type: 'caption' }] }
  const carousel = settingsOf('carousel', {}, [slide(picture), slide(paragraph('no picture'))])
  fireEvent.click(await screen.findByText('Before and after'))
  expect(carousel.attrs().shows).toBe('compared')
  expect(screen.getByText(/needs two slides with one picture in each/)).toBeTruthy()
  cleanup()
  settingsOf('carousel', { shows: 'compared' }, [slide(picture), slide(picture)])
  expect(await screen.findByText(/students move the line/)).toBeTruthy()
})

test('a label is set on its picture by numbers, within it', () => {
  const { attrs } = settingsOf('labelledPicture', {}, [
    { type: 'picture', content: [{ type: 'caption' }] },
    { type: 'spot', content: [{ type: 'partTitle' }, { type: 'paragraph' }] },
  ])
  expect(attrs()).toEqual({})
  cleanup()
  const editor = editorWith({
    type: 'labelledPicture',
    content: [
      { type: 'picture', content: [{ type: 'caption' }] },
      { type: 'spot', attrs: { x: 12.4 }, content: [{ type: 'partTitle' }, { type: 'paragraph' }] },
    ],
  })
  const Settings = pieceOf('spot')!.Settings!
  draw(<Settings editor={editor} position={positionOf(editor, 'spot')} />)
  const left = screen.getByRole<HTMLInputElement>('spinbutton', { name: /left edge/ })
  expect(left.value).toBe('12')
  fireEvent.change(left, { target: { value: '101' } })
  fireEvent.change(screen.getByRole('spinbutton', { name: /top/ }), { target: { value: '0' } })
  expect(editor.state.doc.nodeAt(positionOf(editor, 'spot'))!.attrs).toMatchObject({ x: 12.4, y: 0 })
})

test('a list of contents is of the page, or of the piece around it', async () => {
  const { attrs } = settingsOf('contents', {}, [])
  fireEvent.click(await screen.findByText('The piece around it'))
  fireEvent.click(screen.getByText('5'))
  expect(attrs()).toEqual({ deepest: 5, of: 'piece' })
})
