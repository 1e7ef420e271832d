import { readFile } from 'node:fs/promises'
import { problemOfPage } from '../core/document/check.ts'
import { pageFromJson } from '../core/document/schema.ts'
import { upgraded } from '../core/document/upgrade.ts'
import { readPage } from '../core/html/read.ts'

/** Bad input: the message is a sentence for whoever called. */
export class BadInput extends Error {}

/** What stands in a file, or comes by standard input where it is “-”. Throws `BadInput`. */
export async function textOf(file: string): Promise<string> {
  if (file === '-') {
    const chunks: Buffer[] = []
    for await (const chunk of process.stdin) chunks.push(chunk as Buffer)
    return Buffer.concat(chunks).toString('utf8')
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(await readFile(file))
  } catch (error) {
    throw new BadInput(
      error instanceof TypeError
        ? `${file} is not text in UTF-8.`
        : `${file} can’t be read: ${error instanceof Error ? error.message : String(error)}`,
    )
  }
}

/** The page of a file: HTML, or the JSON of a page. Throws `BadInput`. */
export async function pageOf(file: string): Promise<ReturnType<typeof pageFromJson>> {
  const text = await textOf(file)
  if (!/^\s*\{/.test(text)) return readPage(text).page
  try {
    const json = JSON.parse(text) as { document?: unknown; version?: number }
    const page = pageFromJson(upgraded(json.document ?? json, json.version ?? 1))
    const problem = problemOfPage(page)
    if (problem) throw new Error(problem)
    return page
  } catch (error) {
    throw new BadInput(`${file} is not the JSON of a page: ${error instanceof Error ? error.message : String(error)}`)
  }
}
