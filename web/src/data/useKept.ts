import { type ExternalStore, externalStore } from '../store/externalStore.ts'
import { keepDraft, readDraft } from './browserStore.ts'

/** Choices by their names: all that use a name share them. */
const stores = new Map<string, unknown>()

const storeOf = <T extends object>(name: string, usual: T): ExternalStore<T> => {
  const known = stores.get(name)
  if (known) return known as ExternalStore<T>
  const store: ExternalStore<T> = externalStore(usual, () => {
    void readDraft<Partial<T>>(name).then((kept) => kept && store.set({ ...store.get(), ...kept }))
  })
  stores.set(name, store)
  return store
}

/** A player's choices that stay in this browser under a name: what they are, and how some of them are changed. */
export const useKept = <T extends object>(
  name: string,
  usual: T,
): readonly [T, (part: Partial<T>) => void] => {
  const store = storeOf(name, usual)
  return [
    store.use(),
    (part) => {
      const next = { ...store.get(), ...part }
      store.set(next)
      void keepDraft(name, next)
    },
  ]
}
