import { externalStore } from '../store/externalStore.ts'
import { allDrafts, dropDraft, keepDraft, readDraft } from './browserStore.ts'
import { isTabOpen, tabId } from './tab.ts'

/** A draft of one tab. */
interface TabDraft<T> {
  readonly tab: string
  readonly at: number
  readonly value: T
}

const keyOf = (tab: string, name: string): string => `${tab} ${name}`

const isTabDraft = <T>(value: unknown): value is TabDraft<T> =>
  typeof value === 'object' && value !== null && 'tab' in value && 'value' in value

/** The names of the drafts that this tab has: what is written and not saved yet. */
export const unsavedDrafts = externalStore<readonly string[]>([], () => void readNames())

const readNames = async (): Promise<void> => {
  const prefix = keyOf(tabId(), '')
  const own = Object.keys(await allDrafts()).filter((key) => key.startsWith(prefix))
  unsavedDrafts.set([...new Set([...unsavedDrafts.get(), ...own.map((key) => key.slice(prefix.length))])])
}

/** Keeps a draft for this tab, in the browser's own store: no other tab that is open writes over it. */
export const keepTabDraft = (name: string, value: unknown): Promise<void> => {
  if (!unsavedDrafts.get().includes(name)) unsavedDrafts.set([...unsavedDrafts.get(), name])
  return keepDraft(keyOf(tabId(), name), { tab: tabId(), at: Date.now(), value } satisfies TabDraft<unknown>)
}

export const dropTabDraft = async (name: string): Promise<void> => {
  unsavedDrafts.set(unsavedDrafts.get().filter((one) => one !== name))
  await dropDraft(keyOf(tabId(), name))
  await dropDraft(name)
}

/**
 * This tab's draft, or the newest one of a tab that was closed, which is this tab's from then on, or one that an
 * earlier version of the application kept for all tabs.
 */
export const readTabDraft = async <T>(name: string): Promise<T | undefined> => {
  const isOpen = await isTabOpen()
  const drafts = Object.entries(await allDrafts()).flatMap(([key, draft]) =>
    isTabDraft<T>(draft) && key === keyOf(draft.tab, name) ? [draft] : [],
  )
  const own = drafts.find(({ tab }) => tab === tabId())
  if (own) return own.value
  const [left] = drafts.filter(({ tab }) => !isOpen(tab)).sort((a, b) => b.at - a.at)
  if (!left) return readDraft<T>(name)
  await keepTabDraft(name, left.value)
  await dropDraft(keyOf(left.tab, name))
  return left.value
}
