import {
  check,
  ExerciseBody,
  IdParams,
  LineBody,
  PhraseBody,
  RunBody,
  SetListBody,
  SettingsBody,
  TuneBody,
  TuneQuery,
} from '@eager-contour/contract'
import { type Request, Router } from 'express'
import type { DataSource } from 'typeorm'
import { listExercises, listSetLists, writeExercise, writeSetList } from '../store/exercises.ts'
import { listLines, listPhrases, listVersions, writeLine, writePhrase } from '../store/lines.ts'
import {
  listRuns,
  listTunes,
  readRun,
  readSettings,
  writeRun,
  writeSettings,
  writeTune,
} from '../store/records.ts'
import { HttpProblem } from './problem.ts'

const valid = <T extends object>(type: new () => T, value: unknown): T => {
  const outcome = check(type, value)
  if (outcome.ok) return outcome.value
  throw new HttpProblem('invalid', 'The request is not as it should be.', outcome.problems)
}

const idOf = (request: Request): string => valid(IdParams, { ...request.params }).id
const tuneOf = (request: Request): string | undefined => valid(TuneQuery, { ...request.query }).tune

/** The API's routes. Every body and parameter is checked against the contract. */
export const api = (source: DataSource, version: string): Router => {
  const routes = Router()
  routes.get('/health', (_request, response) => void response.json({ app: 'eager-contour', version }))
  routes.get('/tunes', async (_request, response) => void response.json(await listTunes(source)))
  routes.put(
    '/tunes/:id',
    async (request, response) =>
      void response.json(await writeTune(source, idOf(request), valid(TuneBody, request.body))),
  )
  routes.get(
    '/lines',
    async (request, response) => void response.json(await listLines(source, tuneOf(request))),
  )
  routes.put(
    '/lines/:id',
    async (request, response) =>
      void response.json(await writeLine(source, idOf(request), valid(LineBody, request.body))),
  )
  routes.get(
    '/lines/:id/versions',
    async (request, response) => void response.json(await listVersions(source, idOf(request))),
  )
  routes.get('/exercises', async (_request, response) => void response.json(await listExercises(source)))
  routes.put(
    '/exercises/:id',
    async (request, response) =>
      void response.json(await writeExercise(source, idOf(request), valid(ExerciseBody, request.body))),
  )
  routes.get('/set-lists', async (_request, response) => void response.json(await listSetLists(source)))
  routes.put(
    '/set-lists/:id',
    async (request, response) =>
      void response.json(await writeSetList(source, idOf(request), valid(SetListBody, request.body))),
  )
  routes.get('/phrases', async (_request, response) => void response.json(await listPhrases(source)))
  routes.put(
    '/phrases/:id',
    async (request, response) =>
      void response.json(await writePhrase(source, idOf(request), valid(PhraseBody, request.body))),
  )
  routes.get(
    '/runs',
    async (request, response) => void response.json(await listRuns(source, tuneOf(request))),
  )
  routes.get(
    '/runs/:id',
    async (request, response) => void response.json(await readRun(source, idOf(request))),
  )
  routes.put(
    '/runs/:id',
    async (request, response) =>
      void response.json(await writeRun(source, idOf(request), valid(RunBody, request.body))),
  )
  routes.get('/settings', async (_request, response) => void response.json(await readSettings(source)))
  routes.put(
    '/settings',
    async (request, response) =>
      void response.json(await writeSettings(source, valid(SettingsBody, request.body))),
  )
  routes.use(() => {
    throw new HttpProblem('not-found', 'There is nothing at this address.')
  })
  return routes
}
