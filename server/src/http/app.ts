import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { type DemoData, LIMITS } from '@eager-contour/contract'
import express, { type ErrorRequestHandler, type Express } from 'express'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import type { Database } from '../store/database.ts'
import { api, type Counting } from './api.ts'
import { guard } from './guard.ts'
import { asProblem } from './problem.ts'

export interface AppOptions {
  readonly store: Database
  readonly logger: Logger
  readonly version: string
  /** Names besides this machine's own under which the server answers. */
  readonly names: readonly string[]
  /** How far the runs of an earlier version are graded again; if left out, there are none. */
  readonly regrading?: Counting
  /** The built web app; if left out, only the API is served. */
  readonly webDir?: string
  /** Reads the demo, if there is one. */
  readonly readDemo?: (() => DemoData) | undefined
}

const NONE: Counting = { progress: () => ({ done: 0, total: 0, changed: 0 }), start: () => undefined }
const YEAR_SECONDS = 31_536_000

/** Only our own scripts and workers; inline styles set by components; music fonts as data URLs. */
const policy = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
      workerSrc: ["'self'", 'blob:'],
      styleSrc: ["'self'", "'unsafe-inline'"],
      fontSrc: ["'self'", 'data:'],
      imgSrc: ["'self'", 'data:', 'blob:'],
      mediaSrc: ["'self'", 'blob:'],
      connectSrc: ["'self'"],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  strictTransportSecurity: false,
  crossOriginEmbedderPolicy: false,
})

export const makeApp = ({
  store,
  logger,
  version,
  names,
  webDir,
  readDemo,
  regrading = NONE,
}: AppOptions): Express => {
  const app = express()
  app.disable('x-powered-by')
  app.use(pinoHttp({ logger, autoLogging: { ignore: (request) => request.method === 'GET' } }))
  app.use(policy)
  app.use(guard(names))
  app.use('/api', express.json({ limit: LIMITS.bodyBytes, strict: true }), (_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store')
    next()
  })
  app.use('/api', api(store, version, regrading, readDemo))
  if (webDir !== undefined && existsSync(webDir)) serveWeb(app, webDir)
  app.use(answerError)
  return app
}

const serveWeb = (app: Express, webDir: string): void => {
  app.use(
    '/assets',
    express.static(join(webDir, 'assets'), {
      immutable: true,
      maxAge: YEAR_SECONDS * 1000,
      fallthrough: false,
    }),
  )
  app.use(express.static(webDir, { index: false, maxAge: 0 }))
  app.get('/{*path}', (_request, response) => {
    response.sendFile(join(webDir, 'index.html'), { headers: { 'Cache-Control': 'no-cache' } })
  })
}

const answerError: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error)
  const status = (error as { status?: number }).status
  if (status === 404 && !request.path.startsWith('/api')) {
    response.status(404).type('text/plain').send('There is nothing at this address.')
    return
  }
  const problem = asProblem(error)
  if (problem.code === 'internal') request.log.error(error)
  response.status(problem.status).json(problem.body)
}
