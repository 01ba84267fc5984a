import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import {
  check,
  IdParams,
  LIMITS,
  type LibraryAnswer,
  type LibraryProgressAnswer,
  type RunBody,
} from '@eager-contour/contract'
import { wordReason } from '@eager-contour/core'
import { Unzip, UnzipInflate } from 'fflate'
import type { Store } from '../store/database.ts'
import { recountItems } from '../store/recounting.ts'
import { addRuns } from '../store/runs.ts'
import { runWords } from '../store/runWords.ts'
import { readSettings } from '../store/settings.ts'
import {
  FORMAT,
  FORMAT_VERSION,
  LIBRARY_PARTS,
  type LibraryManifest,
  type LibraryPart,
  MANIFEST,
} from './parts.ts'

/** The file is no library, or a damaged one: why, in words. Nothing was written. */
export class LibraryError extends Error {
  override name = 'LibraryError'
}

/** More than this isn't unpacked, in bytes: a library of many years is a tenth of it. */
const MOST_UNPACKED = 2_000_000_000
const BATCH = 200

/** What is found in a file of the zip: some of its bytes, and whether they are the last. */
type OnBytes = (name: string, bytes: Uint8Array, isLast: boolean) => void

/** Unpacks a zip piece by piece; `between` waits for what was found to be dealt with. */
const unpack = async (path: string, onBytes: OnBytes, between: () => Promise<void>): Promise<void> => {
  let unpacked = 0
  let wrong: Error | undefined
  const unzip = new Unzip((file) => {
    file.ondata = (error, bytes, isLast) => {
      if (error) wrong = new LibraryError(`${shown(file.name)} in it is damaged.`)
      if (wrong) return
      unpacked += bytes.length
      if (unpacked > MOST_UNPACKED) {
        wrong = new LibraryError('It is too large when unpacked.')
        file.terminate()
        return
      }
      onBytes(file.name, bytes, isLast)
    }
    file.start()
  })
  unzip.register(UnzipInflate)
  const push = (bytes: Uint8Array, isLast: boolean) => {
    try {
      unzip.push(bytes, isLast)
    } catch (error) {
      throw error instanceof LibraryError ? error : new LibraryError('It is no zip, or a damaged one.')
    }
    if (wrong) throw wrong
  }
  for await (const piece of createReadStream(path, { highWaterMark: 1 << 16 })) {
    push(new Uint8Array(piece as Buffer), false)
    await between()
  }
  push(new Uint8Array(0), true)
  await between()
}

/** A name out of a foreign file, short enough to be shown. */
const shown = (name: string): string => `“${name.slice(0, 60)}”`

/** Cuts bytes into lines of text; one that never ends is refused. */
const lineCutter = (name: string) => {
  const decoder = new TextDecoder('utf-8', { fatal: true })
  let rest = ''
  return (bytes: Uint8Array, isLast: boolean): readonly string[] => {
    try {
      rest += decoder.decode(bytes, { stream: !isLast })
    } catch {
      throw new LibraryError(`${shown(name)} in it is no text.`)
    }
    const lines = rest.split('\n')
    rest = lines.pop()!
    if (rest.length > LIMITS.bodyBytes)
      throw new LibraryError(`${shown(name)} in it has a line without an end.`)
    return isLast && rest !== '' ? [...lines, rest] : lines
  }
}

interface Line {
  readonly part: LibraryPart
  /** From 1. */
  readonly number: number
  readonly text: string
}

/** Reads the records of a library line by line; returns the manifest, and what its files really hold. */
const eachLine = async (path: string, use: (lines: readonly Line[]) => Promise<void>) => {
  const cutters = new Map<string, ReturnType<typeof lineCutter>>()
  const hashes = new Map<string, ReturnType<typeof createHash>>()
  const counts = new Map<string, number>()
  let manifest = ''
  let waiting: Line[] = []
  let wrong: unknown
  const flush = async () => {
    if (wrong) throw wrong
    while (waiting.length > 0) {
      await use(waiting.slice(0, BATCH))
      waiting = waiting.slice(BATCH)
    }
  }
  await unpack(
    path,
    (name, bytes, isLast) => {
      try {
        if (name === MANIFEST) {
          manifest += Buffer.from(bytes).toString('utf8')
          if (manifest.length > LIMITS.bodyBytes) throw new LibraryError('Its list of files is too long.')
          return
        }
        const part = LIBRARY_PARTS.find((one) => one.file === name)
        // What a newer version has besides isn't known here.
        if (!part) return
        if (!cutters.has(name)) {
          cutters.set(name, lineCutter(name))
          hashes.set(name, createHash('sha256'))
        }
        hashes.get(name)!.update(bytes)
        for (const text of cutters.get(name)!(bytes, isLast)) {
          const number = (counts.get(name) ?? 0) + 1
          counts.set(name, number)
          waiting.push({ part, number, text })
        }
      } catch (error) {
        wrong ??= error
      }
    },
    flush,
  )
  const sums = new Map([...hashes].map(([name, hash]) => [name, hash.digest('hex')]))
  return { manifest, sums, counts }
}

/**
 * A line as a record that the contract accepts, as it would come through the API.
 *
 * @param isChecked whether it was looked at before: that takes longer than writing it
 */
const recordOf = ({ part, number, text }: Line, isChecked: boolean) => {
  const where = `${shown(part.file)}, line ${number}`
  let given: Record<string, unknown>
  try {
    given = JSON.parse(text)
  } catch {
    throw new LibraryError(`${where} is no JSON.`)
  }
  const id = check(IdParams, { id: given?.id })
  if (!id.ok) throw new LibraryError(`${where} has no id.`)
  const { id: _id, updatedAt: _at, versions = [], ...fields } = given
  const edited = { ...fields, revision: 0, edit: `library-${id.value.id}`.slice(0, 64) }
  // A run is written once, without revision; what is answered of it besides isn't sent back.
  const { seconds: _s, words, wordsRevision: _w, source: _o, ...run } = fields
  const isRun = part.name === 'runs'
  const body = isChecked
    ? { ok: true as const, value: isRun ? run : edited }
    : check<object>(part.resource.body, isRun ? run : edited)
  if (!body.ok) {
    const [first] = body.problems
    throw new LibraryError(`${where} can’t be read. ${first ? wordReason(first) : ''}`.trim())
  }
  return { part, id: id.value.id, body: body.value, words, versions: Array.isArray(versions) ? versions : [] }
}

/** Looks through a whole library without writing anything; returns the number of its records. */
const examine = async (path: string): Promise<number> => {
  const { manifest, sums, counts } = await eachLine(path, async (lines) => {
    for (const line of lines) recordOf(line, false)
  })
  let said: Partial<LibraryManifest>
  try {
    said = JSON.parse(manifest)
  } catch {
    throw new LibraryError('It is no library of Eager Contour: its list of files is missing.')
  }
  if (said?.format !== FORMAT || !Array.isArray(said.files))
    throw new LibraryError('It is no library of Eager Contour.')
  if (!(Number(said.version) <= FORMAT_VERSION))
    throw new LibraryError('It was made by a newer version of Eager Contour. Update this one first.')
  for (const { name, sha256, records } of said.files as LibraryManifest['files']) {
    if (!LIBRARY_PARTS.some((part) => part.file === name)) continue
    if (records > 0 && (sums.get(name) !== sha256 || counts.get(name) !== records))
      throw new LibraryError(`${shown(String(name))} in it is damaged: its checksum is another one.`)
  }
  return [...counts.values()].reduce((sum, count) => sum + count, 0)
}

/**
 * Adds a library to what is there: records that aren't there yet. What is there already stays as it is, so that the same library
 * twice is the same as once. All of it is looked through first; a damaged one changes nothing.
 *
 * @param path the zip
 * @param isWanted whether to go on: asked between some records
 * @param onProgress told between some records how far it is
 */
export const readLibrary = async (
  store: Store,
  path: string,
  isWanted: () => boolean = () => true,
  onProgress: (progress: LibraryProgressAnswer) => void = () => undefined,
): Promise<LibraryAnswer> => {
  const total = await examine(path)
  let [added, kept] = [0, 0]
  const hasOwnSettings = (await readSettings(store)).revision > 0
  try {
    await eachLine(path, async (lines) => {
      if (!isWanted())
        throw new LibraryError('Stopped. What was added until then is there; the same library adds the rest.')
      await store.transaction(async (inside) => {
        const records = lines.map((line) => recordOf(line, true))
        const played = records.filter(({ part }) => part.name === 'runs')
        let fresh = 0
        for (const record of records)
          if (record.part.name !== 'runs' && (await addRecord(inside, record, hasOwnSettings))) fresh += 1
        // The tunes of runs come before them.
        fresh += await addPlayed(inside, played)
        added += fresh
        kept += records.length - fresh
      })
      onProgress({ done: added + kept, total })
    })
  } finally {
    if (added > 0) await recountItems(store)
  }
  return { added, kept }
}

type LibraryEntry = ReturnType<typeof recordOf>

/** Writes runs, with what the player wrote about them, but for those that are there already; returns the number of new ones. */
const addPlayed = async (store: Store, runs: readonly LibraryEntry[]): Promise<number> => {
  const added = await addRuns(
    store,
    runs.map(({ id, body }) => ({ id, body: body as RunBody })),
  )
  for (const { id, words } of runs) {
    if (!added.has(id) || typeof words !== 'string' || words === '') continue
    const said = check(runWords.body, { words, revision: 0, edit: `library-${id}`.slice(0, 64) })
    if (said.ok) await runWords.write(store, id, said.value)
  }
  return added.size
}

/** Writes a record as the API would; false if it is there already. */
const addRecord = async (
  store: Store,
  { part, id, body, versions }: LibraryEntry,
  hasOwnSettings: boolean,
): Promise<boolean> => {
  const { resource, name } = part
  if (name === 'settings') {
    if (hasOwnSettings) return false
    await resource.write(store, id, body)
    return true
  }
  const [entity] = resource.entities
  // What was deleted here stays deleted.
  if (entity && (await store.manager.existsBy(entity as never, { id } as never))) return false
  // Versions of a line or of a chart are edits, one after another, before it as it is now.
  let revision = 0
  for (const version of versions as readonly object[]) {
    const { keptAt: _at, ...fields } = version as Record<string, unknown>
    const kept = check(resource.body, {
      ...{ ...body, ...fields, revision, edit: `library-${revision}-${id}`.slice(0, 64) },
      ...(name === 'lines' ? { version: true } : {}),
    })
    if (!kept.ok) continue
    await resource.write(store, id, kept.value)
    revision += 1
  }
  await resource.write(store, id, { ...body, revision } as object)
  return true
}
