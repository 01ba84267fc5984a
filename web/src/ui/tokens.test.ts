import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'

const CSS = readFileSync(new URL('./tokens.css', import.meta.url), 'utf8')

/** The colours of a look by their names. */
const coloursOf = (selector: string): Readonly<Record<string, string>> => {
  const at = CSS.indexOf(selector)
  const block = CSS.slice(CSS.indexOf('{', at), CSS.indexOf('}', at))
  return Object.fromEntries(
    [...block.matchAll(/--([\w-]+): (#[0-9a-f]{6})/g)].map(([, name, colour]) => [name!, colour!]),
  )
}

/** Relative luminance: WCAG 2.2, definitions. */
const luminance = (colour: string): number => {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) => {
    const share = Number.parseInt(colour.slice(at, at + 2), 16) / 255
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue
}

/** Contrast ratio: WCAG 2.2, definitions. */
const contrast = (one: string, other: string): number => {
  const [light = 0, dark = 0] = [luminance(one), luminance(other)].sort((a, b) => b - a)
  return (light + 0.05) / (dark + 0.05)
}

test('black on white is 21 to 1, and a grey of the standard’s own pages 4.5', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 5)
  // #767676 is the lightest grey that passes on white: WCAG 2, technique G18 and its examples.
  expect(contrast('#767676', '#ffffff')).toBeGreaterThanOrEqual(4.5)
  expect(contrast('#777777', '#ffffff')).toBeLessThan(4.5)
})

const GROUNDS = ['ground', 'sheet', 'chosen'] as const

for (const [look, selector] of [
  ['day', ':root {'],
  ['night', ':root[data-look="night"]'],
] as const) {
  const colours = coloursOf(selector)
  const ratio = (one: string, other: string) => contrast(colours[one]!, colours[other]!)

  test(`${look}: text has 4.5 to 1 on every ground (WCAG 2.2, 1.4.3)`, () => {
    for (const text of ['ink', 'soft', 'madder', 'lichen', 'saffron', 'heather'])
      for (const ground of GROUNDS) expect(ratio(text, ground), `${text} on ${ground}`).toBeGreaterThan(4.5)
    expect(ratio('on-ink', 'ink')).toBeGreaterThan(4.5)
    expect(ratio('on-key', 'key')).toBeGreaterThan(4.5)
    expect(ratio('on-key-sharp', 'key-sharp')).toBeGreaterThan(4.5)
  })

  test(`${look}: focus rings, borders of fields and marks have 3 to 1 (WCAG 2.2, 1.4.11)`, () => {
    // The ring, on what it surrounds and on the ledges of the terrain.
    for (const ground of [...GROUNDS, 'ledge', 'ledge-guide'])
      expect(ratio('heather', ground), `ring on ${ground}`).toBeGreaterThan(3)
    // Fields and buttons; role marks over ledges; what was not tried.
    for (const ground of GROUNDS) expect(ratio('soft', ground), `border on ${ground}`).toBeGreaterThan(3)
    for (const mark of ['madder', 'lichen', 'saffron', 'heather', 'ink'])
      for (const ledge of ['ledge', 'ledge-guide'])
        expect(ratio(mark, ledge), `${mark} on ${ledge}`).toBeGreaterThan(3)
    for (const ground of ['ground', 'sheet']) expect(ratio('faint', ground)).toBeGreaterThan(3)
  })
}
