import type { ErrorBody } from '@eager-contour/contract'
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query/react'
import type { AppDispatch } from '../store/store.ts'
import { api } from './api.ts'
import { dropPendingEdit, keepPendingEdit, type PendingEdit, pendingEdits } from './browserStore.ts'
import { newId } from './ids.ts'
import { dropNotedEdit, notedEdits, noteEdit } from './journal.ts'
import { editSaved, pendingCounted, reachableSet, type SavedEdit } from './outboxSlice.ts'
import { asRefused } from './refused.ts'
import { isTabOpen, tabId } from './tab.ts'
import { isWaiting, refusedWith, type Tag, tagOf, write } from './writing.ts'

/** The revisions that edits have reached, by the tab that made them and their entity: its later edits build on them. */
const revisions = new Map<string, number>()
const reachedBy = ({ tab = '', entity }: PendingEdit): string => `${tab} ${entity}`

let sending = false
/** The edit that is being sent: nothing replaces it any more. */
let onItsWay: string | undefined
/** Gives up the edit that waits for the server. */
let giveUp: (() => void) | undefined

export interface Edit {
  readonly entity: string
  readonly path: string
  readonly title: string
  /** The body without its edit id; with a revision if the entity can be edited. */
  readonly body: Readonly<Record<string, unknown>> & { readonly revision?: number }
}

/** A newer body in place of one that was never sent: settings are changed one by one, and a version stays a version. */
const merged = ({ path, body: before }: PendingEdit, newer: PendingEdit['body']): PendingEdit['body'] => {
  if (path === 'settings') return { ...before, ...newer }
  return before.version === true ? { ...newer, version: true } : newer
}

/** Times of edits, rising, so that they are sent in the order in which they were made. */
let lastAt = 0
const nextAt = (): number => {
  lastAt = Math.max(Date.now(), lastAt + 1)
  return lastAt
}

/**
 * Keeps what was written or played in the browser's own store, and sends it to the server as soon as possible, in
 * order. It takes the place of this tab's edits of the same record that were never sent.
 */
export const sendEdit = async (dispatch: AppDispatch, writing: Edit): Promise<void> => {
  const edit = newId('edit')
  const tab = tabId()
  const { entity, path, title } = writing
  const made: PendingEdit = { edit, entity, path, title, body: writing.body, at: nextAt(), tab }
  const body = writing.body.revision === undefined ? writing.body : { ...withRevision(made), edit }
  noteEdit({ ...made, body })
  await keepEdit({ ...made, body })
  await tellTabs(dispatch)
  void sendPending(dispatch)
}

/** The edits by the same tab of the same record that were never sent. */
const unsentLike = async (edit: PendingEdit): Promise<readonly PendingEdit[]> =>
  (await pendingEdits()).filter(
    ({ entity, tab, tried, refused }) =>
      entity === edit.entity && tab === edit.tab && !tried && refused === undefined,
  )

/** Puts an edit into the browser's own store, in place of its tab's edits of the same record that were never sent. */
const keepEdit = async (made: PendingEdit): Promise<void> => {
  const older = await unsentLike(made)
  const body = older.reduceRight<PendingEdit['body']>(
    (newer, before) => merged(before, newer),
    withRevision(made),
  )
  await keepPendingEdit({ ...made, body })
  dropNotedEdit(made.edit)
  for (const { edit } of older) if (edit !== onItsWay) await dropPendingEdit(edit)
}

/** Keeps what was made just before its page was closed: by this tab before it was loaded again, or by one now closed. */
const keepNoted = async (): Promise<void> => {
  const noted = notedEdits()
  if (noted.length === 0) return
  const isOpen = await isTabOpen()
  const known = new Set((await pendingEdits()).map(({ edit }) => edit))
  for (const made of noted) {
    if (made.tab !== undefined && made.tab !== tabId() && isOpen(made.tab)) continue
    if (known.has(made.edit)) dropNotedEdit(made.edit)
    else await keepEdit(made)
  }
}

/** Called once at the start: what the page before left is kept and sent. */
export const resumeSending = async (dispatch: AppDispatch): Promise<void> => {
  await keepNoted()
  await sendPending(dispatch)
}

/** The next edit that this tab sends: its own, or that of a tab that was closed. A tab that is open sends its own. */
const nextToSend = async (): Promise<PendingEdit | undefined> => {
  const isOpen = await isTabOpen()
  return (await pendingEdits()).find(
    ({ refused, tab }) => refused === undefined && (tab === undefined || tab === tabId() || !isOpen(tab)),
  )
}

/** Sends what is pending: after each edit, and when the browser is online again. */
export const sendPending = async (dispatch: AppDispatch): Promise<void> => {
  if (isWaiting()) giveUp?.()
  if (sending) return
  sending = true
  try {
    await count(dispatch)
    await alone(async () => {
      for (;;) {
        const next = await nextToSend()
        if (!next) break
        await sendOne(dispatch, next)
      }
    })
  } finally {
    sending = false
    await count(dispatch)
  }
}

/** Of all tabs one sends at a time; a browser without locks sends anyway, and the server counts each edit once. */
const alone = async (act: () => Promise<void>): Promise<void> => {
  const { locks } = globalThis.navigator ?? {}
  if (locks) await locks.request('eager-contour outbox', act)
  else await act()
}

/** Discards an edit that the server refused. */
export const discardRefused = async (dispatch: AppDispatch, edit: string): Promise<void> => {
  await dropPendingEdit(edit)
  await tellTabs(dispatch)
}

const refusedEdit = async (edit: string): Promise<PendingEdit | undefined> =>
  (await pendingEdits()).find((pending) => pending.edit === edit && pending.refused !== undefined)

/** Saves what was refused over what the server has, now that the player has seen both. */
export const saveRefusedOver = async (dispatch: AppDispatch, edit: string): Promise<void> => {
  const refused = await refusedEdit(edit)
  if (!refused) return
  const { entity, path, title, body, current } = refused
  const { edit: _edit, ...mine } = body
  const { revision } = current as { readonly revision: number }
  await sendEdit(dispatch, { entity, path, title, body: { ...mine, revision } })
  await discardRefused(dispatch, edit)
}

/** Saves what was refused as a new record beside the one that the server has. */
export const saveRefusedAsCopy = async (dispatch: AppDispatch, edit: string): Promise<void> => {
  const refused = await refusedEdit(edit)
  if (!refused) return
  const [kind = '', old = ''] = refused.path.split('/')
  const entity = newId(old.split('-')[0] ?? kind)
  const title = `${refused.title} (my version)`
  const { edit: _edit, ...body } = refused.body
  await sendEdit(dispatch, {
    entity,
    path: `${kind}/${entity}`,
    title,
    body: { ...body, title, revision: 0 },
  })
  await discardRefused(dispatch, edit)
}

const count = async (dispatch: AppDispatch): Promise<void> => {
  const pending = await pendingEdits()
  const refused = pending.flatMap((edit) => asRefused(edit) ?? [])
  dispatch(pendingCounted({ waiting: pending.length - refused.length, refused }))
}

/** What tabs tell each other: that the pending edits have changed, or that one was saved. */
interface TabMessage {
  readonly saved?: SavedEdit & { readonly tab: string | undefined; readonly tag: Tag | undefined }
  readonly reachable?: boolean
}

const tabs = 'BroadcastChannel' in globalThis ? new BroadcastChannel('eager-contour outbox') : undefined

const tellTabs = async (dispatch: AppDispatch, message: TabMessage = {}): Promise<void> => {
  tabs?.postMessage(message)
  await count(dispatch)
}

/** Follows what the other tabs do; called once, at the start. */
export const followTabs = (dispatch: AppDispatch): void => {
  tabs?.addEventListener('message', ({ data }: MessageEvent<TabMessage>) => {
    const { saved, reachable } = data
    if (isWaiting() && !saved) giveUp?.()
    if (reachable !== undefined) dispatch(reachableSet(reachable))
    if (saved?.tab === tabId()) dispatch(editSaved({ entity: saved.entity, revision: saved.revision }))
    if (saved?.tag) dispatch(api.util.invalidateTags([saved.tag]))
    void count(dispatch)
  })
}

/** An edit as it is sent: based on what its own tab has reached, never on what another has. */
const withRevision = (pending: PendingEdit): PendingEdit['body'] => {
  const { revision } = pending.body
  return typeof revision === 'number'
    ? { ...pending.body, revision: Math.max(revision, revisions.get(reachedBy(pending)) ?? 0) }
    : pending.body
}

/** The edits that build on one that was saved say so where they are kept: this page may be closed before they are sent. */
const raiseRevisions = async (saved: PendingEdit): Promise<void> => {
  for (const noted of notedEdits()) if (reachedBy(noted) === reachedBy(saved)) noteEdit(asRaised(noted))
  for (const pending of await unsentLike(saved)) await keepPendingEdit(asRaised(pending))
}

const asRaised = (edit: PendingEdit): PendingEdit => ({ ...edit, body: withRevision(edit) })

/** Sends an edit until the server answers: then it has it, or refuses it. Or it is given up for what is pending now. */
const sendOne = async (dispatch: AppDispatch, pending: PendingEdit): Promise<void> => {
  onItsWay = pending.edit
  const body = withRevision(pending)
  // Once it is on its way the server may have it, whatever comes back: the same edit is sent until it answers.
  const tried: PendingEdit = { ...pending, body, tried: true }
  if (!pending.tried) await keepPendingEdit(tried)
  const request = dispatch(write.initiate({ path: pending.path, body }, { track: false }))
  giveUp = request.abort
  const { data, error } = await request
  giveUp = undefined
  onItsWay = undefined
  if (data) {
    const { entity, tab } = pending
    const { revision } = data
    if (revision !== undefined) {
      revisions.set(reachedBy(pending), revision)
      await raiseRevisions(pending)
    }
    await dropPendingEdit(pending.edit)
    dispatch(reachableSet(true))
    if (revision === undefined) return tellTabs(dispatch, { reachable: true })
    if (tab === tabId()) dispatch(editSaved({ entity, revision }))
    const tag = tagOf(pending.path)
    return tellTabs(dispatch, { reachable: true, saved: { entity, revision, tab, tag } })
  }
  const refusal = error as FetchBaseQueryError
  const status = refusedWith(refusal)
  if (status === undefined) return
  dispatch(reachableSet(true))
  const answer = refusal.data as Partial<ErrorBody> | undefined
  const refused = answer?.error?.message ?? `The server answered ${status}.`
  const current = answer?.error?.current
  await keepPendingEdit({ ...tried, refused, ...(current === undefined ? {} : { current }) })
  await tellTabs(dispatch, { reachable: true })
}
