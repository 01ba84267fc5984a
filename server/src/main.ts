import 'reflect-metadata'
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import type { DemoData } from '@eager-contour/contract'
import pino from 'pino'
import { makeApp } from './http/app.ts'
import { listenFrom, PortError } from './listen.ts'
import { fillWithDemo } from './store/demo.ts'
import { openStore, StorageError } from './store/open.ts'

const env = process.env
const HOST = env.HOST ?? '127.0.0.1'
const PORT = Number(env.PORT ?? 4173)
const DATA_FILE = resolve(env.DATA_FILE ?? 'data/eager-contour.db')
const WEB_DIR = resolve(env.WEB_DIR ?? 'web/dist')
const NAMES = (env.ALLOWED_HOSTS ?? '').split(',').filter((name) => name !== '')

const version = '0.1.0'
const logger = pino({ level: env.LOG_LEVEL ?? 'warn' }, pino.destination(2))

const start = async (): Promise<void> => {
  const database = await openStore(DATA_FILE)
  if (
    env.DEMO_FILE &&
    (await fillWithDemo(database, JSON.parse(readFileSync(env.DEMO_FILE, 'utf8')) as DemoData))
  )
    console.log('The database was empty: the demo is in it now.')
  const app = makeApp({ store: database, logger, version, names: NAMES, webDir: WEB_DIR })
  const { server, port } = await listenFrom(app, HOST, PORT)
  console.log(`Eager Contour is at http://${HOST}:${port}/`)

  let stopping = false
  const stop = (): void => {
    if (stopping) return
    stopping = true
    server.close(async () => {
      await database.close()
      process.exit(0)
    })
    server.closeIdleConnections()
    setTimeout(() => server.closeAllConnections(), 2000).unref()
  }
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
}

start().catch((error: unknown) => {
  if (error instanceof StorageError || error instanceof PortError) console.error(error.message)
  else console.error(error)
  process.exit(1)
})
