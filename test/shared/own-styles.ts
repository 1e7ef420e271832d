import { readdirSync, readFileSync } from 'node:fs'

/** Every style sheet of ours, by its file. */
export const ownStyles = (): { file: string; css: string }[] =>
  ['app', 'reader'].flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.css'))
      .map((name) => ({ file: `${folder}/${name}`, css: readFileSync(`${folder}/${name}`, 'utf8') })),
  )
