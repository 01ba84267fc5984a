import 'fake-indexeddb/auto'
import { expect, it, vi } from 'vitest'

/** The modules as a new tab has them: the browser’s store is the same. */
const openTab = async () => {
  vi.resetModules()
  return { ...(await import('./tabDrafts.ts')), ...(await import('./browserStore.ts')) }
}

it('a tab’s draft is its own; one of a closed tab is taken over by the next', async () => {
  const first = await openTab()
  await first.keepTabDraft('changes tune-1', 'first')
  const second = await openTab()
  await second.keepTabDraft('changes tune-1', 'second')
  expect(await first.readTabDraft('changes tune-1')).toBe('first')
  expect(await second.readTabDraft('changes tune-1')).toBe('second')
  // This environment has no locks: every other tab counts as closed.
  const third = await openTab()
  expect(await third.readTabDraft('changes tune-1')).toBe('second')
  await third.dropTabDraft('changes tune-1')
  const fourth = await openTab()
  expect(await fourth.readTabDraft('changes tune-1')).toBe('first')
})

it('a draft that an earlier version kept for all tabs is read, and dropped with the tab’s', async () => {
  const tab = await openTab()
  await tab.keepDraft('changes tune-2', '| C |')
  expect(await tab.readTabDraft('changes tune-2')).toBe('| C |')
  await tab.dropTabDraft('changes tune-2')
  expect(await tab.readTabDraft('changes tune-2')).toBeUndefined()
})
