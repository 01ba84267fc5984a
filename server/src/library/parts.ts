import type { LibraryPartName } from '@eager-contour/contract'
import type { Store } from '../store/database.ts'
import { days } from '../store/days.ts'
import { exercises } from '../store/exercises.ts'
import { goals } from '../store/goals.ts'
import { lines } from '../store/lines.ts'
import { phrases } from '../store/phrases.ts'
import type { Resource } from '../store/resource.ts'
import { runsWithTakes } from '../store/runLists.ts'
import { runs } from '../store/runs.ts'
import { setLists } from '../store/setLists.ts'
import { settings } from '../store/settings.ts'
import { everyTune, tunes } from '../store/tunes.ts'

/** A record as it stands in the library: its id, and all that the API would answer. */
interface LibraryRecord {
  readonly id: string
}

/** A kind of record in the library: a file with a record on each line. */
export interface LibraryPart {
  readonly name: LibraryPartName
  readonly file: string
  readonly resource: Resource
  /** The parts without which this one can't be read back, by their names. */
  readonly needs: readonly LibraryPartName[]
  /** All records that aren't deleted, some at a time. */
  readonly records: (store: Store) => AsyncIterable<readonly LibraryRecord[]>
}

const listOf = (resource: Resource): LibraryPart['records'] =>
  async function* (store) {
    yield (await resource.list!.read(store, {})) as readonly LibraryRecord[]
  }

const part = (
  name: LibraryPartName,
  resource: Resource,
  needs: readonly LibraryPartName[] = [],
  records = listOf(resource),
): LibraryPart => ({ ...{ name, file: `${name}.ndjson`, resource, needs, records } })

/** Records with their versions, the oldest first. */
async function* withVersions(
  store: Store,
  { children }: Resource,
  records: readonly LibraryRecord[],
): AsyncGenerator<readonly LibraryRecord[]> {
  for (const one of records) {
    const versions = (await children!.versions!(store, one.id)) as readonly object[]
    const record: LibraryRecord = Object.assign({}, one, { versions: versions.toReversed() })
    yield [record]
  }
}

/** All that a player has, in the order in which it is read back. */
export const LIBRARY_PARTS: readonly LibraryPart[] = [
  part('tunes', tunes, [], async function* (store) {
    yield* withVersions(store, tunes, await everyTune(store))
  }),
  part('lines', lines, ['tunes'], async function* (store) {
    yield* withVersions(store, lines, (await lines.list!.read(store, {})) as readonly LibraryRecord[])
  }),
  part('phrases', phrases),
  part('exercises', exercises, ['tunes']),
  part('set-lists', setLists, ['tunes', 'exercises']),
  part('goals', goals, ['tunes']),
  part('days', days),
  part('runs', runs, ['tunes'], runsWithTakes),
  part('settings', settings, [], async function* (store) {
    yield [{ id: 'settings', ...((await settings.single!.read(store)) as object) }]
  }),
]

/** Some parts, with those that they need; all for undefined. */
export const partsFor = (names: readonly string[] | undefined): readonly LibraryPart[] =>
  LIBRARY_PARTS.filter(
    ({ name }) =>
      !names ||
      names.includes(name) ||
      LIBRARY_PARTS.some((other) => names.includes(other.name) && other.needs.includes(name)),
  )

/** What a library says of itself, as the last file in it. */
export interface LibraryManifest {
  readonly format: 'eager-contour-library'
  readonly version: number
  readonly madeAt: string
  readonly files: readonly { readonly name: string; readonly records: number; readonly sha256: string }[]
}

export const MANIFEST = 'library.json'
export const FORMAT = 'eager-contour-library'
export const FORMAT_VERSION = 1
