import { type Remote, wrap } from 'comlink'
import type { Renderer } from './renderer.ts'

let renderer: Remote<Renderer> | undefined

/** The renderer in its worker, started at the first call. */
export const rendering = (): Remote<Renderer> => {
  renderer ??= wrap<Renderer>(
    new Worker(new URL('./renderer.ts', import.meta.url), { type: 'module', name: 'renderer' }),
  )
  return renderer
}
