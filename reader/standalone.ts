import { enliven } from './enliven.ts'
import { openTargets } from './targets.ts'
import './standalone.css'

/* What a page or book does that somebody has as a file: pieces come to life, links into closed ones open them. */
enliven(document)
openTargets()
