import { strFromU8, unzipSync } from 'fflate'
import { SaxesParser } from 'saxes'
import { err, type Outcome, ok, type TextPosition } from '../../outcome/outcome.ts'
import { type Reason, type RuleOf, reason } from '../../outcome/reasons.ts'

/** An element of a file: its name, attributes, text and children in order. */
export interface XmlElement {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly text: string
  readonly children: readonly XmlElement[]
}

/** A score of a whole evening is far smaller; anything larger when unpacked is refused. */
const MOST_BYTES = 24_000_000
const MOST_DEPTH = 60

const refused = (problem: Reason<RuleOf<'import'>>, place: TextPosition = { line: 1, column: 1 }) =>
  err<never>({ ...problem, place })

const UTF16 = { little: [0xff, 0xfe], big: [0xfe, 0xff] } as const

/** The text of a file in UTF-8 or, if its first two bytes say so, UTF-16. */
export const textOf = (bytes: Uint8Array): string => {
  const little = bytes[0] === UTF16.little[0] && bytes[1] === UTF16.little[1]
  if (!little && !(bytes[0] === UTF16.big[0] && bytes[1] === UTF16.big[1]))
    return strFromU8(bytes).replace(/^\uFEFF/, '')
  const units: string[] = []
  for (let at = 2; at + 1 < bytes.length; at += 2)
    units.push(
      String.fromCharCode(little ? bytes[at]! | (bytes[at + 1]! << 8) : (bytes[at]! << 8) | bytes[at + 1]!),
    )
  return units.join('')
}

const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b

/**
 * One entry of an archive, unpacked if its stated size is small enough; an entry with a false size is cut off there.
 */
const unpacked = (bytes: Uint8Array, wanted: (name: string) => boolean): Outcome<Uint8Array | undefined> => {
  let tooLarge = false
  let taken = false
  try {
    const entries = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (taken || !wanted(name)) return false
        tooLarge ||= originalSize > MOST_BYTES
        taken = true
        return !tooLarge
      },
    })
    if (tooLarge) return refused(reason('import.tooLarge', MOST_BYTES))
    return ok(Object.values(entries)[0])
  } catch {
    return refused(reason('import.brokenArchive'))
  }
}

const CONTAINER = 'META-INF/container.xml'

/**
 * The score inside a compressed MusicXML file: the one named by its container, otherwise the first that looks like
 * one.
 */
const scoreInArchive = (bytes: Uint8Array): Outcome<string> => {
  const container = unpacked(bytes, (name) => name === CONTAINER)
  if (!container.ok) return container
  const named = container.value
    ? /full-path\s*=\s*["']([^"']+)["']/.exec(textOf(container.value))?.[1]
    : undefined
  const score = unpacked(bytes, (name) =>
    named === undefined ? /\.(?:musicxml|xml)$/i.test(name) && !name.startsWith('META-INF') : name === named,
  )
  if (!score.ok) return score
  return score.value ? ok(textOf(score.value)) : refused(reason('import.nothingInside'))
}

/**
 * The text of a MusicXML file (.musicxml, .xml or .mxl). A problem says what is wrong with the file.
 *
 * @example value(openMusicXml(new TextEncoder().encode('<score-partwise/>'))) // '<score-partwise/>'
 */
export const openMusicXml = (bytes: Uint8Array): Outcome<string> => {
  if (bytes.length > MOST_BYTES) return refused(reason('import.tooLarge', MOST_BYTES))
  return isZip(bytes) ? scoreInArchive(bytes) : ok(textOf(bytes))
}

/** An element that is being read. */
interface Open {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  text: string
  readonly children: XmlElement[]
}

/**
 * The root element of an XML text. Texts that declare entities are refused: no score needs them, and they can expand
 * without limit. A problem has the line and column of the damage.
 */
export const readXml = (text: string): Outcome<XmlElement> => {
  if (text.length > MOST_BYTES) return refused(reason('import.tooLarge', MOST_BYTES))
  if (/<!ENTITY/i.test(text)) return refused(reason('import.entities'))
  const parser = new SaxesParser()
  const open: Open[] = []
  let root: XmlElement | undefined
  let damage: { readonly said: string; readonly place: TextPosition } | undefined
  const tell = (said: string) => {
    damage ??= { said, place: { line: parser.line, column: parser.column + 1 } }
  }
  parser.on('error', ({ message }) => tell(message.replace(/^(undefined:)?\d+:\d+: /, '')))
  parser.on('opentag', ({ name, attributes }) => {
    if (open.length >= MOST_DEPTH) tell('it is nested too deeply')
    if (damage) return
    open.push({ name, attributes: attributes as Readonly<Record<string, string>>, text: '', children: [] })
  })
  const addText = (piece: string) => {
    const inside = open.at(-1)
    if (inside) inside.text += piece
  }
  parser.on('text', addText)
  parser.on('cdata', addText)
  parser.on('closetag', () => {
    const element = open.pop()
    if (!element) return
    const around = open.at(-1)
    if (around) around.children.push(element)
    else root ??= element
  })
  // A large text goes in pieces: what is broken at its beginning isn't read to its end.
  for (let from = 0; from < text.length && !damage; from += PIECE)
    parser.write(text.slice(from, from + PIECE))
  if (!damage) parser.close()
  if (damage) return refused(reason('import.broken', `${damage.said}.`), damage.place)
  return root ? ok(root) : refused(reason('import.notMusicXml'))
}

/** Characters that are read at once. */
const PIECE = 65_536

export const child = (element: XmlElement, name: string): XmlElement | undefined =>
  element.children.find((one) => one.name === name)

export const childrenOf = (element: XmlElement, name: string): readonly XmlElement[] =>
  element.children.filter((one) => one.name === name)

/** The trimmed text of a child; undefined if there is none. */
export const childText = (element: XmlElement, name: string): string | undefined =>
  child(element, name)?.text.trim()

/** Alterations of more half steps than this are damage. */
const MOST_ALTER = 3

/**
 * The alteration in a child, in half steps; 0 if there is none, undefined if no pitch has it. Quarter tones, which
 * MusicXML allows, are taken to the half step below them.
 */
export const childAlter = (element: XmlElement, name: string): number | undefined => {
  const alter = Math.floor(childNumber(element, name) ?? 0)
  return Math.abs(alter) <= MOST_ALTER ? alter : undefined
}

/** The number in a child; undefined if there is none that can be read. */
export const childNumber = (element: XmlElement, name: string): number | undefined => {
  const text = childText(element, name)
  const value = text === undefined || text === '' ? Number.NaN : Number(text)
  return Number.isFinite(value) ? value : undefined
}
