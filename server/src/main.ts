import 'reflect-metadata'
import { readFileSync } from 'node:fs'
import { networkInterfaces } from 'node:os'
import { resolve } from 'node:path'
import type { DemoData } from '@eager-contour/contract'
import pino from 'pino'
import { makeApp } from './http/app.ts'
import { listenFrom, PortError } from './listen.ts'
import { fillWithDemo } from './store/demo.ts'
import { fitToLog } from './store/fitting.ts'
import { openStore, StorageError } from './store/open.ts'
import { forgetCounts, regradeRuns } from './store/regrading.ts'

const env = process.env
const HOST = env.HOST ?? '127.0.0.1'
const PORT_TEXT = env.PORT ?? '4173'
const PORT = Number(PORT_TEXT)
const DATA_FILE = resolve(env.DATA_FILE ?? 'data/eager-contour.db')
const WEB_DIR = resolve(env.WEB_DIR ?? 'web/dist')
const NAMES = (env.ALLOWED_HOSTS ?? '').split(',').filter((name) => name !== '')

const version = '0.1.0'
const MOST_PORT = 65_535
const DAY_MS = 86_400_000

/** This machine's addresses on its networks, if the server listens to all of them. */
const addresses = ['0.0.0.0', '::'].includes(HOST)
  ? Object.values(networkInterfaces())
      .flatMap((several) => several ?? [])
      .filter(({ family, internal }) => family === 'IPv4' && !internal)
      .map(({ address }) => address)
  : []
const logger = pino({ level: env.LOG_LEVEL ?? 'warn' }, pino.destination(2))

const start = async (): Promise<void> => {
  if (!Number.isInteger(PORT) || PORT < 0 || PORT > MOST_PORT)
    throw new PortError(`PORT is “${PORT_TEXT}”: it has to be a number from 0 to ${MOST_PORT}.`)
  const database = await openStore(DATA_FILE, (news) => console.log(news))
  const { DEMO_FILE } = env
  const readDemo =
    DEMO_FILE === undefined ? undefined : () => JSON.parse(readFileSync(DEMO_FILE, 'utf8')) as DemoData
  if (readDemo && (await fillWithDemo(database, readDemo)))
    console.log('The database was empty: the demo is in it now.')
  let stopping = false
  if (env.COUNT_AGAIN) await forgetCounts(database)
  let regrading = await regradeRuns(database)
  /** Once more, when what is going on has ended: runs were added. */
  const countMore = async () => {
    await regrading.done.catch(() => undefined)
    if (stopping) return
    regrading = await regradeRuns(database)
    if (stopping) regrading.stop()
  }
  /** Fits the memory to the log when the runs are counted, and looks each day whether it is time again. */
  const fit = () => {
    regrading.done
      .then(() => (stopping ? undefined : fitToLog(database, new Date(), () => stopping)))
      .catch((error: unknown) => logger.error(error))
  }
  fit()
  setInterval(fit, DAY_MS).unref()
  const app = makeApp({
    ...{ store: database, logger, version, names: [...NAMES, ...addresses], webDir: WEB_DIR, readDemo },
    regrading: {
      progress: () => regrading.progress(),
      start: () => void countMore().catch((error: unknown) => logger.error(error)),
    },
  })
  const { server, port } = await listenFrom(app, HOST, PORT)
  console.log(`Eager Contour is at http://${addresses[0] ?? HOST}:${port}/`)
  if (addresses.length > 0)
    console.log(
      'Anyone on this network can read and change everything in it. Without HOST only this machine can.',
    )

  const stop = (): void => {
    if (stopping) return
    stopping = true
    regrading.stop()
    server.close(async () => {
      await regrading.done.catch(() => undefined)
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
