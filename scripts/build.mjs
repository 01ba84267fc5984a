import { ensureInstalled } from './house.mjs'

ensureInstalled()
const { build } = await import('./steps.mjs')
build()
