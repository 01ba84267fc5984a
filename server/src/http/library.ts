import { createWriteStream, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { RequestHandler } from 'express'
import { LibraryError, readLibrary } from '../library/readLibrary.ts'
import { writeLibrary } from '../library/writeLibrary.ts'
import type { Store } from '../store/database.ts'
import { HttpProblem } from './problem.ts'

/** A library of many years is a tenth of this. */
const MOST_BYTES = 500_000_000

/** The whole library as a file. */
export const sendLibrary =
  (store: Store): RequestHandler =>
  async (_request, response) => {
    const day = new Date().toISOString().slice(0, 10)
    response.attachment(`eager-contour-library-${day}.zip`).type('application/zip')
    for await (const bytes of writeLibrary(store)) {
      if (response.destroyed) return
      if (!response.write(bytes)) await new Promise((drained) => response.once('drain', drained))
    }
    response.end()
  }

/** Adds a library from a file to what is there; its runs are counted afterwards. */
export const addLibrary =
  (store: Store, onAdded: () => void): RequestHandler =>
  async (request, response) => {
    const folder = mkdtempSync(join(tmpdir(), 'eager-contour-library-'))
    const path = join(folder, 'library.zip')
    let size = 0
    const limited = new Transform({
      transform(piece: Buffer, _encoding, done) {
        size += piece.length
        if (size > MOST_BYTES) done(new HttpProblem('too-large', 'The file is too large for a library.'))
        else done(null, piece)
      },
    })
    let stopped = false
    response.on('close', () => {
      stopped = !response.writableFinished
    })
    try {
      await pipeline(request, limited, createWriteStream(path))
      response.json(await readLibrary(store, path, () => !stopped))
      onAdded()
    } catch (error) {
      if (error instanceof LibraryError) throw new HttpProblem('invalid', error.message)
      throw error
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  }
