import { type Tone, TONES } from '../../../core/symbols/symbols.ts'
import { remember, remembered, rememberedList } from '../../shell/remembered.ts'

const SIGNS = 'symbols'
const TONE = 'skin-tone'
/** So many signs are remembered, the last used first. */
const MOST = 16

/** The signs that were used last in this browser. */
export const lastUsed = (): readonly string[] => rememberedList(SIGNS).slice(0, MOST)

export const rememberSign = (sign: string): void =>
  remember(SIGNS, JSON.stringify([sign, ...lastUsed().filter((each) => each !== sign)].slice(0, MOST)))

export const toneUsed = (): Tone => TONES.find((tone) => tone === remembered(TONE)) ?? ''

export const rememberTone = (tone: Tone): void => remember(TONE, tone)
