import 'fake-indexeddb/auto'
import { openDB } from 'idb'
import { expect, it, vi } from 'vitest'

/** Fills the browser's store as version 1 of the application left it. */
const leaveVersion1 = async () => {
  const old = await openDB('eager-contour', 1, {
    upgrade: (db) => {
      db.createObjectStore('postings', { keyPath: 'edit' }).createIndex('at', 'at')
      db.createObjectStore('drafts')
    },
  })
  await old.put('postings', {
    edit: 'edit-0001',
    entity: 'run-0001',
    path: 'runs/run-0001',
    title: 'Run',
    at: 1,
    body: { verdict: 'moves on', take: { notes: [], aside: [{ onsetMs: -900 }] } },
  })
  await old.put('postings', {
    edit: 'edit-0002',
    entity: 'settings',
    path: 'settings',
    title: 'Setup',
    at: 2,
    body: { revision: 1, grading: { onTimeMs: 40, leasts: { nearly: 60, holds: 80, movesOn: 90 } } },
  })
  await old.put('drafts', { devices: {}, road: 'backdoor' }, 'wish')
  await old.put('drafts', [{ name: 'Mine', wish: { devices: {}, road: 'tritone' } }], 'briefs')
  await old.put('drafts', { title: 'Quay', take: { aside: [] } }, 'run in hand')
  await old.put('drafts', { notes: [1, 2] }, 'line tune-quay')
  old.close()
}

it('carries everything over that version 1 kept, under the new names', async () => {
  await leaveVersion1()
  vi.resetModules()
  const { pendingEdits, readDraft } = await import('./browserStore.ts')
  expect((await pendingEdits()).map(({ edit, body }) => ({ edit, body }))).toEqual([
    {
      edit: 'edit-0001',
      body: { verdict: 'move on', take: { notes: [], ungradedNotes: [{ onsetMs: -900 }] } },
    },
    {
      edit: 'edit-0002',
      body: { revision: 1, grading: { onTimeMs: 40, leasts: { close: 60, solid: 80, moveOn: 90 } } },
    },
  ])
  expect(await readDraft('preference')).toEqual({ devices: {}, substitution: 'backdoor' })
  expect(await readDraft('briefs')).toEqual([
    { name: 'Mine', preference: { devices: {}, substitution: 'tritone' } },
  ])
  expect(await readDraft('run in hand')).toEqual({ title: 'Quay', take: { ungradedNotes: [] } })
  expect(await readDraft('line tune-quay')).toEqual({ notes: [1, 2] })
})
