import { expose, transfer } from 'comlink'
import { type RenderOptions, renderBand, wavOf } from './render.ts'

/** Renders off the main thread, in a worker of its own, so that composing can continue. */
const renderer = {
  wav: async (
    font: ArrayBuffer,
    options: RenderOptions,
    onProgress?: (share: number) => void,
  ): Promise<ArrayBuffer> => {
    const wav = wavOf(await renderBand(font, options, onProgress))
    return transfer(wav, [wav])
  },
  /** The left channel alone, as samples. */
  mono: async (font: ArrayBuffer, options: RenderOptions): Promise<Float32Array<ArrayBuffer>> => {
    const { left } = await renderBand(font, options)
    const samples = new Float32Array(left)
    return transfer(samples, [samples.buffer])
  },
}

export type Renderer = typeof renderer

expose(renderer)
