import type { SetListAnswer } from '@eager-contour/contract'
import { useEffect, useRef, useState } from 'react'
import { useSetListsQuery } from '../data/api.ts'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'
import { tellUndoable } from '../ui/tell.ts'

type SetListEdit = Omit<SetListAnswer, 'updatedAt'>

/** An edit that the server's answer does not show yet; undefined for a list that was deleted. */
type Edits = ReadonlyMap<string, SetListEdit | undefined>

const isSame = (one: SetListEdit, other: SetListEdit): boolean =>
  one.title === other.title && one.exercises.join() === other.exercises.join()

/** The saved lists with the edits made since: those made here first. */
const withEdits = (saved: readonly SetListEdit[], edits: Edits): readonly SetListEdit[] => [
  ...[...edits.values()].filter(
    (one): one is SetListEdit => one !== undefined && saved.every(({ id }) => id !== one.id),
  ),
  ...saved.flatMap((list) => {
    if (!edits.has(list.id)) return [list]
    const edited = edits.get(list.id)
    return edited ? [{ ...edited, revision: list.revision }] : []
  }),
]

/** The first name that no list has: 'Set list 1', 'Set list 2' … */
const newName = (lists: readonly { readonly title: string }[]): string => {
  for (let at = 1; ; at += 1) {
    const name = `Set list ${at}`
    if (lists.every(({ title }) => title !== name)) return name
  }
}

/** The player's set lists, as they are after every click, however soon the next one comes: each edit builds on the last. */
export const useOwnSetLists = () => {
  const { data: saved = [] } = useSetListsQuery()
  const dispatch = useAppDispatch()
  const edits = useRef<Edits>(new Map())
  const [, redraw] = useState(0)
  // What the server's answer shows is no edit any more.
  useEffect(() => {
    const left = [...edits.current].filter(([id, edited]) => {
      const there = saved.find((list) => list.id === id)
      return edited ? !there || !isSame(there, edited) : there !== undefined
    })
    if (left.length === edits.current.size) return
    edits.current = new Map(left)
    redraw((count) => count + 1)
  }, [saved])
  const listsNow = () => withEdits(saved, edits.current)
  const keep = ({ id, revision, title, exercises }: SetListEdit, removed = false): void => {
    edits.current = new Map([
      ...edits.current,
      [id, removed ? undefined : { id, revision, title, exercises }],
    ])
    redraw((count) => count + 1)
    void sendEdit(dispatch, {
      entity: id,
      path: `set-lists/${id}`,
      title,
      body: { revision, title, exercises, ...(removed ? { removed } : {}) },
    })
  }
  /** Deletes a list, which can be taken back. */
  const remove = (list: SetListEdit): void => {
    keep(list, true)
    tellUndoable(
      `Deleted: ${list.title}.`,
      () => keep({ ...list, revision: list.revision + 1 }),
      `Back: ${list.title}.`,
    )
  }
  /** Adds an exercise to a list, or to a new one; returns the list's id. */
  const add = (exercise: string, into: string | undefined): string => {
    const lists = listsNow()
    const list = lists.find(({ id }) => id === into)
    const next = list ?? { id: newId('setlist'), revision: 0, title: newName(lists), exercises: [] }
    keep({ ...next, exercises: [...next.exercises, exercise] })
    return next.id
  }
  return { lists: listsNow(), keep, remove, add }
}
