import { createWriteStream, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { type LibraryProgressAnswer, LibraryQuery } from '@eager-contour/contract'
import type { RequestHandler } from 'express'
import { LibraryError, readLibrary } from '../library/readLibrary.ts'
import { writeLibrary } from '../library/writeLibrary.ts'
import type { Store } from '../store/database.ts'
import { HttpProblem } from './problem.ts'
import { valid } from './valid.ts'

/** A library of many years is a tenth of this. */
const MOST_BYTES = 500_000_000

/** The library as a file: all of it, or some parts. */
export const sendLibrary =
  (store: Store): RequestHandler =>
  async (request, response) => {
    const { parts } = valid(LibraryQuery, { ...request.query })
    const day = new Date().toISOString().slice(0, 10)
    response.attachment(`eager-contour-library-${day}.zip`).type('application/zip')
    for await (const bytes of writeLibrary(store, parts?.split(','))) {
      if (response.destroyed) return
      if (!response.write(bytes)) await new Promise((drained) => response.once('drain', drained))
    }
    response.end()
  }

/** A library that is added from a file to what is there, its runs counted afterwards; and how far the last one is. */
interface AddingLibrary {
  readonly add: RequestHandler
  readonly progress: () => LibraryProgressAnswer
}

export const addingLibrary = (store: Store, onAdded: () => void): AddingLibrary => {
  let progress: LibraryProgressAnswer = { done: 0 }
  const add: RequestHandler = async (request, response) => {
    progress = { done: 0 }
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
      const onProgress = (now: LibraryProgressAnswer) => {
        progress = now
      }
      response.json(await readLibrary(store, path, () => !stopped, onProgress))
      onAdded()
    } catch (error) {
      if (error instanceof LibraryError) throw new HttpProblem('invalid', error.message)
      throw error
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  }
  return { add, progress: () => progress }
}
