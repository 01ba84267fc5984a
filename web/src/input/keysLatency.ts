import { keepDraft, readDraft } from '../data/browserStore.ts'
import { externalStore } from '../store/externalStore.ts'

/** The latency in milliseconds of on-screen keys and of the computer keyboard, compensated; kept in this browser. */
export interface KeysLatency {
  readonly screenMs: number
  readonly lettersMs: number
}

const DRAFT = 'keys'

const store = externalStore<KeysLatency>({ screenMs: 0, lettersMs: 0 }, () => {
  void readDraft<Partial<KeysLatency>>(DRAFT).then((kept) => kept && store.set({ ...store.get(), ...kept }))
})

export const saveKeysLatency = (part: Partial<KeysLatency>): void => {
  store.set({ ...store.get(), ...part })
  void keepDraft(DRAFT, store.get())
}

/** The latency of keys, as measured or set. */
export const useKeysLatency = store.use
