import { identifier } from '../document/wire.ts'

/** A picture of the shelf that was chosen for a blank; width and height in pixels. */
export interface ChosenPicture {
  readonly item: string
  readonly width: number
  readonly height: number
  readonly alt: string
}

const MOST_SIDE = 100_000

/** A chosen picture as the value of a blank (URL Standard, “application/x-www-form-urlencoded”). */
export const pictureValue = ({ item, width, height, alt }: ChosenPicture): string =>
  new URLSearchParams({ item, width: String(width), height: String(height), alt: alt.slice(0, 500) }).toString()

/** The picture that a value names; null where it names none. */
export function pictureIn(unsafeValue: string): ChosenPicture | null {
  const said = new URLSearchParams(unsafeValue)
  const [item, alt] = [said.get('item') ?? '', said.get('alt') ?? '']
  const [width, height] = [Number(said.get('width')), Number(said.get('height'))]
  const isSize = [width, height].every((side) => Number.isInteger(side) && side >= 1 && side <= MOST_SIDE)
  return isSize && identifier.safeParse(item).success ? { item, width, height, alt } : null
}
