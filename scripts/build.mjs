import { ensureInstalled } from './project.mjs'

ensureInstalled()
const { build } = await import('./steps.mjs')
build()
