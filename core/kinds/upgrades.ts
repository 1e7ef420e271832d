import { pictureWidthPercent } from './picture/upgrades.ts'
import type { Upgrade } from './upgrade.ts'

/**
 * Every upgrade of content, oldest first: the n-th leads from version n to version n + 1. New ones go to the end, none
 * is ever taken out.
 */
export const upgrades: readonly Upgrade[] = [pictureWidthPercent]

/** The version of content that is written now. */
export const SCHEMA_VERSION = upgrades.length + 1
