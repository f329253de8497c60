// Runs the command line, compiled once from its sources.
import { dirname, join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { compiledCli } from './compile-cli.mjs'

const program = await compiledCli(join(dirname(fileURLToPath(import.meta.url)), '..'))
await import(pathToFileURL(program).href)
