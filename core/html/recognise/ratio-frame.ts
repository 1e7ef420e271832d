import { attribute, declarations, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { standIn, within, wordsOf } from './walk.ts'

/** A frame in a block that only gives it its ratio: by padding in percent, as was usual, or by `aspect-ratio`. */
export const ratioFrame: Recogniser = {
  name: 'frame with a ratio',
  recognise(siblings, index) {
    const holder = siblings[index]
    if (!holder || !isElement(holder) || holder.tagName !== 'div') return null
    const inside = within(holder.childNodes)
    const frames = inside.filter(({ tagName }) => tagName === 'iframe')
    const frame = frames[0]
    if (
      !frame ||
      frames.length > 1 ||
      inside.length > 3 ||
      wordsOf(holder.childNodes).trim() !== '' ||
      attribute(frame, 'srcdoc') !== undefined
    )
      return null
    const ratio = [holder, ...inside].map((each) => ratioOf(declarations(each))).find((each) => each !== null)
    if (!ratio) return null
    const kept = Object.fromEntries(
      frame.attrs.filter(({ name }) => name === 'src' || name === 'title').map(({ name, value }) => [name, value]),
    )
    return {
      count: 1,
      replacement: standIn('iframe', { ...kept, width: '640', height: String(Math.round(640 * ratio)) }, [], frame),
      message: 'A frame in a block that gave it its ratio became a player of that ratio.',
    }
  },
}

/** Height over width; null when the style gives none. */
function ratioOf(styles: ReadonlyMap<string, string>): number | null {
  const padding =
    styles.get('padding-bottom') ?? styles.get('padding-top') ?? /^([\d.]+%)/.exec(styles.get('padding') ?? '')?.[1]
  const percent = /^([\d.]+)%$/.exec(padding ?? '')
  const aspect = /^([\d.]+)\s*(?:\/\s*([\d.]+))?$/.exec(styles.get('aspect-ratio') ?? '')
  const ratio = percent ? Number(percent[1]) / 100 : aspect ? Number(aspect[2] ?? 1) / Number(aspect[1]) : NaN
  return ratio >= 0.1 && ratio <= 4 ? ratio : null
}
