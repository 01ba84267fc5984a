import type { SessionBlock } from '../practice/session.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'

/** A block in words: its tune, its bars, its key as the instrument reads it, and its tempo. */
export const useBlockText = (titles: ReadonlyMap<string, string>) => {
  const { instrument } = useSettings()
  return ({ tune, stretch, fromMemory, key, tempo }: SessionBlock): string =>
    `${titles.get(tune) ?? 'a tune that was deleted'}, ${barsText(stretch)}${fromMemory ? ', from memory' : ''} · ${writtenKey(`${key.tonic} ${key.mode}`, instrument)} at ${tempo}`
}
