import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { makeDemo } from './history.ts'

/** Writes the demo as JSON to the file named, its history ending now. */
const [file = 'demo/generated/demo.json'] = process.argv.slice(2)
mkdirSync(dirname(file), { recursive: true })
writeFileSync(file, JSON.stringify(makeDemo(new Date())))
