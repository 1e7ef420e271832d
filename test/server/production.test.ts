import { readdirSync, readFileSync } from 'node:fs'
import { builtinModules } from 'node:module'
import { join } from 'node:path'
import ts from 'typescript'
import { expect, test } from 'vitest'

/** The packages that a built file asks for by name, in whatever way; examples in comments ask for nothing. */
function packagesIn(file: string): string[] {
  const { importedFiles } = ts.preProcessFile(readFileSync(file, 'utf8'), true, true)
  return importedFiles.flatMap(({ fileName: name }) =>
    name.startsWith('node:') || builtinModules.includes(name)
      ? []
      : (/^(@[a-z0-9-]+\/[a-z0-9._-]+|[a-z0-9][a-z0-9._-]*)(?=\/|$)/.exec(name)?.slice(0, 1) ?? []),
  )
}

test('what runs asks for no package that is there for building and testing alone', () => {
  const built = ['build/server', 'build/tools'].flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.js'))
      .map((name) => join(folder, name)),
  )
  expect(built.length).toBeGreaterThan(5)
  // What is built in brings packages of its own, which are installed with it.
  const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8')) as {
    packages: Record<string, { dev?: boolean }>
  }
  const isInstalled = (name: string): boolean =>
    packages[`node_modules/${name}`] !== undefined && packages[`node_modules/${name}`]!.dev !== true
  const { dependencies, devDependencies } = JSON.parse(readFileSync('package.json', 'utf8')) as {
    dependencies: Record<string, string>
    devDependencies: Record<string, string>
  }
  const asked = [...new Set(built.flatMap(packagesIn))].sort()
  // The look at the files finds what is certainly there.
  expect(asked).toEqual(expect.arrayContaining(['express', 'pg', 'pino', 'prosemirror-model', 'react-router']))
  expect(asked.filter((name) => !isInstalled(name))).toEqual([])
  for (const name of ['tsx', 'smtp-server', 'mailparser', 'vite', 'typescript', 'vitest'])
    expect([name in dependencies, name in devDependencies], name).toEqual([false, true])
})
