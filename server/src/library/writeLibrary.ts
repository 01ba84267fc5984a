import { createHash } from 'node:crypto'
import { Zip, ZipDeflate } from 'fflate'
import type { Store } from '../store/database.ts'
import { FORMAT, FORMAT_VERSION, type LibraryManifest, MANIFEST, partsFor } from './parts.ts'

/**
 * The library as a zip, in pieces: a file of JSON lines for each kind of record, and at the end the manifest with the
 * number of records and the checksum (SHA-256) of each file. No more than some records are in memory at a time.
 *
 * @param names of the parts that are wanted; those that they need come with them; all if left out
 */
export async function* writeLibrary(
  store: Store,
  names?: readonly string[],
  now = new Date(),
): AsyncGenerator<Uint8Array> {
  const ready: Uint8Array[] = []
  let broken: Error | undefined
  const zip = new Zip((error, data) => {
    if (error) broken = error
    else ready.push(data)
  })
  const take = (): Uint8Array[] => {
    if (broken) throw broken
    return ready.splice(0)
  }
  const encoder = new TextEncoder()
  const files: { name: string; records: number; sha256: string }[] = []
  for (const { file: name, records } of partsFor(names)) {
    const file = new ZipDeflate(name, { level: 6 })
    zip.add(file)
    const hash = createHash('sha256')
    let count = 0
    for await (const some of records(store)) {
      if (some.length === 0) continue
      const bytes = encoder.encode(some.map((record) => `${JSON.stringify(record)}\n`).join(''))
      hash.update(bytes)
      count += some.length
      file.push(bytes)
      yield* take()
    }
    file.push(new Uint8Array(0), true)
    files.push({ name, records: count, sha256: hash.digest('hex') })
    yield* take()
  }
  const manifest: LibraryManifest = {
    ...{ format: FORMAT, version: FORMAT_VERSION, madeAt: now.toISOString(), files },
  }
  const last = new ZipDeflate(MANIFEST, { level: 6 })
  zip.add(last)
  last.push(encoder.encode(JSON.stringify(manifest, null, 2)), true)
  zip.end()
  yield* take()
}
