import type { RequestHandler } from 'express'
import { HttpProblem } from './problem.ts'

const LOCAL_NAMES = ['127.0.0.1', 'localhost', '[::1]']

/** A host without its port. */
const nameOf = (host: string): string => host.replace(/:\d+$/, '')

/**
 * Lets through only requests whose host is this machine (or a name given by the player) and whose origin, if there is
 * one, is the host itself: other pages can neither read nor write.
 */
export const guard = (names: readonly string[]): RequestHandler => {
  const allowed = new Set([...LOCAL_NAMES, ...names])
  return (request, _response, next) => {
    const host = request.headers.host ?? ''
    if (!allowed.has(nameOf(host)))
      throw new HttpProblem('forbidden', 'This server does not answer under that name.')
    const { origin } = request.headers
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`)
      throw new HttpProblem('forbidden', 'This server answers its own pages only.')
    next()
  }
}
