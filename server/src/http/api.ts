import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DemoBody, type DemoData, IdParams, type RegradingAnswer } from '@eager-contour/contract'
import { type Request, type RequestHandler, Router } from 'express'
import { copyDatabase } from '../store/copies.ts'
import type { Database } from '../store/database.ts'
import { isDemoShown, showDemo } from '../store/demoShown.ts'
import { readMemory } from '../store/memoryFit.ts'
import type { Listed } from '../store/resource.ts'
import { RESOURCES } from '../store/resources.ts'
import { csvTables } from './csv.ts'
import { addingLibrary, sendLibrary } from './library.ts'
import { HttpProblem } from './problem.ts'
import { valid } from './valid.ts'

const idOf = (request: Request): string => valid(IdParams, { ...request.params }).id

/** A handler that answers with JSON. */
const answering =
  (answer: (request: Request) => unknown): RequestHandler =>
  async (request, response) =>
    void response.json(await answer(request))

/** A copy of the whole database as a file, made while the server runs. */
const backup =
  (file: string): RequestHandler =>
  (_request, response, next) => {
    const folder = mkdtempSync(join(tmpdir(), 'eager-contour-backup-'))
    const copy = join(folder, 'eager-contour.db')
    copyDatabase(file, copy)
    const day = new Date().toISOString().slice(0, 10)
    response.download(copy, `eager-contour-${day}.db`, (error) => {
      rmSync(folder, { recursive: true, force: true })
      if (error && !response.headersSent) next(error)
    })
  }

/** How far runs are graded again, and how that is begun. */
export interface Counting {
  readonly progress: () => RegradingAnswer
  readonly start: () => void
}

/** The API's routes, from the table of resources. Every body and parameter is checked against the contract. */
export const api = (
  store: Database,
  version: string,
  regrading: Counting,
  readDemo?: () => DemoData,
): Router => {
  const routes = Router()
  routes.get(
    '/health',
    answering(() => ({ app: 'eager-contour', version })),
  )
  routes.get('/backup', backup(store.file))
  routes.get('/library', sendLibrary(store))
  if (readDemo) {
    routes.get(
      '/demo',
      answering(() => isDemoShown(store, readDemo())),
    )
    routes.put(
      '/demo',
      answering((request) => showDemo(store, readDemo(), valid(DemoBody, request.body))),
    )
  }
  const adding = addingLibrary(store, regrading.start)
  routes.post('/library', adding.add)
  routes.get('/library/progress', answering(adding.progress))
  routes.get('/regrading', answering(regrading.progress))
  routes.get(
    '/memory',
    answering(() => readMemory(store)),
  )
  for (const [name, table] of Object.entries(csvTables(store))) routes.get(`/csv/${name}`, table)
  const addList = (path: string, { query, read }: Listed) =>
    routes.get(
      path,
      answering((request) => read(store, valid(query, { ...request.query }))),
    )
  for (const { path, body, write, single, list, lists = {}, read, children = {} } of RESOURCES) {
    const one = single ? `/${path}` : `/${path}/:id`
    if (list) addList(`/${path}`, list)
    for (const [name, part] of Object.entries(lists)) addList(`/${path}/${name}`, part)
    if (single)
      routes.get(
        one,
        answering(() => single.read(store)),
      )
    if (read)
      routes.get(
        one,
        answering((request) => read(store, idOf(request))),
      )
    for (const [name, listChildren] of Object.entries(children))
      routes.get(
        `${one}/${name}`,
        answering((request) => listChildren(store, idOf(request))),
      )
    routes.put(
      one,
      answering((request) => write(store, single?.id ?? idOf(request), valid(body, request.body))),
    )
  }
  routes.use(() => {
    throw new HttpProblem('not-found', 'There is nothing at this address.')
  })
  return routes
}
