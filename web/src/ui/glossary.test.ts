import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { GLOSSARY, GLOSSARY_WORDS } from './glossary.ts'

const PAGE = readFileSync(new URL('../../../docs/glossary.md', import.meta.url), 'utf8')

it('docs/glossary.md explains the same words in the same sentences', () => {
  const rows = [...PAGE.matchAll(/^\*\*(\w+)\*\*: (.+)$/gm)].map(([, word, meaning]) => [word, meaning])
  expect(rows).toEqual(GLOSSARY_WORDS.map((word) => [word, GLOSSARY[word]]))
})
