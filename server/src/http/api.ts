import { check, IdParams, TuneQuery } from '@eager-contour/contract'
import { type Request, type RequestHandler, Router } from 'express'
import type { Store } from '../store/database.ts'
import { RESOURCES } from '../store/resources.ts'
import { HttpProblem } from './problem.ts'

const valid = <T extends object>(type: new () => T, value: unknown): T => {
  const outcome = check(type, value)
  if (outcome.ok) return outcome.value
  throw new HttpProblem('invalid', 'The request is not valid.', outcome.problems)
}

const idOf = (request: Request): string => valid(IdParams, { ...request.params }).id
const tuneOf = (request: Request): string | undefined => valid(TuneQuery, { ...request.query }).tune

/** A handler that answers with JSON. */
const answering =
  (answer: (request: Request) => unknown): RequestHandler =>
  async (request, response) =>
    void response.json(await answer(request))

/** The API's routes, from the table of resources. Every body and parameter is checked against the contract. */
export const api = (store: Store, version: string): Router => {
  const routes = Router()
  routes.get(
    '/health',
    answering(() => ({ app: 'eager-contour', version })),
  )
  for (const { path, body, write, single, list, read, children = {} } of RESOURCES) {
    const one = single ? `/${path}` : `/${path}/:id`
    if (list)
      routes.get(
        `/${path}`,
        answering((request) => list(store, tuneOf(request))),
      )
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
