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
import { tunes } from '../store/tunes.ts'

/** A record as it stands in the library: its id, and all that the API would answer. */
interface LibraryRecord {
  readonly id: string
}

/** A kind of record in the library: a file with a record on each line. */
export interface LibraryPart {
  readonly name: string
  readonly resource: Resource
  /** All records that aren't deleted, some at a time. */
  readonly records: (store: Store) => AsyncIterable<readonly LibraryRecord[]>
}

const listOf = (resource: Resource): LibraryPart['records'] =>
  async function* (store) {
    yield (await resource.list!.read(store, {})) as readonly LibraryRecord[]
  }

const part = (name: string, resource: Resource, records = listOf(resource)): LibraryPart => ({
  ...{ name: `${name}.ndjson`, resource, records },
})

/** Lines with their versions, the oldest first. */
async function* linesWithVersions(store: Store): AsyncGenerator<readonly LibraryRecord[]> {
  for (const line of (await lines.list!.read(store, {})) as readonly LibraryRecord[]) {
    const versions = (await lines.children!.versions!(store, line.id)) as readonly object[]
    const record: LibraryRecord = Object.assign({}, line, { versions: versions.toReversed() })
    yield [record]
  }
}

/** All that a player has, in the order in which it is read back. */
export const LIBRARY_PARTS: readonly LibraryPart[] = [
  part('tunes', tunes),
  part('lines', lines, linesWithVersions),
  part('phrases', phrases),
  part('exercises', exercises),
  part('set-lists', setLists),
  part('goals', goals),
  part('days', days),
  part('runs', runs, runsWithTakes),
  part('settings', settings, async function* (store) {
    yield [{ id: 'settings', ...((await settings.single!.read(store)) as object) }]
  }),
]

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
