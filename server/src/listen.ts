import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Express } from 'express'

const TRIES = 20
/** A request that takes longer to arrive is cut. */
const SLOWEST_REQUEST_MS = 20_000
/** How often slow requests are looked for, while one may last. */
const LOOKS = 20

/** The port and those after it are taken. */
export class PortError extends Error {
  override name = 'PortError'
}

/**
 * Listens on the port, or on the next free one after it (0 lets the system choose). A client that takes longer than
 * `slowestMs` to send its request is cut.
 */
export const listenFrom = async (
  app: Express,
  host: string,
  port: number,
  slowestMs = SLOWEST_REQUEST_MS,
): Promise<{ server: Server; port: number }> => {
  const last = port === 0 ? 0 : Math.min(65_535, port + TRIES - 1)
  for (let candidate = port; candidate <= last; candidate += 1) {
    const server = await tryPort(app, host, candidate, slowestMs)
    if (server) return { server, port: (server.address() as AddressInfo).port }
  }
  throw new PortError(`The ports ${port} to ${last} are all taken. Start again with PORT set to a free one.`)
}

const tryPort = (app: Express, host: string, port: number, slowestMs: number): Promise<Server | undefined> =>
  new Promise((resolve, reject) => {
    const server = createServer(
      {
        requestTimeout: slowestMs,
        headersTimeout: slowestMs,
        connectionsCheckingInterval: slowestMs / LOOKS,
      },
      app,
    )
    server.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EADDRINUSE' ? resolve(undefined) : reject(error),
    )
    server.listen(port, host, () => resolve(server))
  })
