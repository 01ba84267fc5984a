import { type FocusEvent, type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'

interface PressingOptions {
  /** The index of the note that gets the focus first. */
  readonly first: string
  /** Where the arrow keys lead from an index; undefined if there is nothing. */
  readonly next: (place: string, arrow: Arrow) => string | undefined
  /** A note, with the moment of the page at which it was pressed or released, however late that is handled. */
  readonly onPress: (midi: number, atMs: number) => void
  readonly onRelease: (midi: number, atMs: number) => void
}

export type Arrow = 'ArrowLeft' | 'ArrowRight' | 'ArrowUp' | 'ArrowDown'

const isArrow = (key: string): key is Arrow => key.startsWith('Arrow')
const isPress = (key: string): boolean => key === 'Enter' || key === ' '

/**
 * Notes on the screen, pressed by pointer, by touch (several at once), or by Enter and Space; one of them is in the
 * tab order, the others are reached from it by arrow keys. `board` belongs to the element around them, `note` to each
 * of them.
 */
export const usePressing = ({ first, next, onPress, onRelease }: PressingOptions) => {
  const pressed = useRef(new Map<number | string, number>())
  const board = useRef<HTMLDivElement>(null)
  const [at, setAt] = useState<string>()
  const press = (by: number | string, midi: number, atMs: number) => {
    pressed.current.set(by, midi)
    onPress(midi, atMs)
  }
  const release = (by: number | string, atMs: number) => {
    const midi = pressed.current.get(by)
    pressed.current.delete(by)
    if (midi !== undefined) onRelease(midi, atMs)
  }
  const up = ({ pointerId, timeStamp }: PointerEvent) => release(pointerId, timeStamp)
  const onKeyDown = (event: KeyboardEvent, place: string, midi: number) => {
    if (event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return
    if (isArrow(event.key)) {
      const there = next(place, event.key)
      if (there !== undefined) {
        setAt(there)
        board.current?.querySelector<HTMLElement>(`[data-place="${there}"]`)?.focus()
      }
    } else if (!isPress(event.key)) return
    else if (!event.repeat) press(event.key, midi, event.timeStamp)
    // Neither a rest nor the band: the focused key.
    event.preventDefault()
    event.stopPropagation()
  }
  return {
    board: { ref: board, onPointerUp: up, onPointerCancel: up, onPointerLeave: up },
    note: (place: string, midi: number) => ({
      'data-place': place,
      tabIndex: place === (at ?? first) ? 0 : -1,
      onPointerDown: (event: PointerEvent) => {
        event.preventDefault()
        press(event.pointerId, midi, event.timeStamp)
      },
      onKeyDown: (event: KeyboardEvent) => onKeyDown(event, place, midi),
      onKeyUp: ({ key, timeStamp }: KeyboardEvent) => release(key, timeStamp),
      // A key released elsewhere isn't reported here.
      onBlur: ({ timeStamp }: FocusEvent) => {
        for (const key of ['Enter', ' ']) release(key, timeStamp)
      },
    }),
  }
}
