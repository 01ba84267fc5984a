import {
  type Brief,
  type CurvePoint,
  instrumentOf,
  type Line,
  type LineNote,
  wordReason,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { keepDraft, readDraft } from '../../data/browserStore.ts'
import { analysisOf, work } from '../../engine/engine.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import { useStable } from '../../ui/useStable.ts'
import { briefOf, CLOSELY, type NamedBrief, rangeOf, STRICTNESS, USUAL, type Wish } from '../brief/briefs.ts'
import { type DeskLine, deskOpened, forgetBefore, lineWritten, selectDesk } from './editorSlice.ts'

/** What can be done at the desk: the same functions at every render. */
export interface DeskActs {
  readonly another: () => void
  /** Writes some notes anew (first and last, both inside); the others stay. */
  readonly rewrite: (from: number, to: number) => void
  /** Changes a part of the wish; the line is written anew. */
  readonly change: (part: Partial<Wish>) => void
  /** Begins with another wish. */
  readonly begin: (wish: Wish) => void
  readonly keepBrief: (name: string) => void
  readonly follow: (contour: readonly CurvePoint[]) => void
  readonly open: (line: DeskLine) => void
  readonly compare: () => void
  readonly stopComparing: () => void
}

export interface Desk {
  readonly line: DeskLine | undefined
  readonly wish: Wish
  /** The briefs that the player has named. */
  readonly briefs: readonly NamedBrief[]
  readonly busy: boolean
  /** Why no line came, in words. */
  readonly problem: string | undefined
  /** The curve that the line follows over the stretch, at concert pitch; empty where none was drawn. */
  readonly contour: readonly CurvePoint[]
  /** Other lines for the same wish, each with its score; empty where none were asked for. */
  readonly others: readonly OtherLine[]
  readonly acts: DeskActs
}

export interface OtherLine {
  readonly line: Line
  readonly score: number
}

/** The notes that stay when a line is written anew, and what of the old line the new one keeps. */
interface Kept {
  readonly notes: readonly LineNote[]
  readonly line: Omit<DeskLine, 'notes' | 'stretch' | 'seed'>
}

/** What is locked stays; the line that comes is a new one. */
const lockedOf = (line: DeskLine | undefined): Kept => ({
  notes: line?.locked ? line.notes.filter(({ start }) => line.locked!.includes(start)) : [],
  line: { title: '', revision: 0 },
})

/** A cell that had to come and found no place. */
const MUST = 'line.cell'
/** So many lines stand beside each other. */
const MOST_OTHERS = 8

/** When the place has come to rest, the composer warms up. */
const WARM_AFTER_MS = 400
const WISH = 'wish'
const BRIEFS = 'briefs'

/** The desk of a tune: the line being written, kept in the browser at every change, and the composer behind it. */
export const useDesk = ({ tune, sounding, stretch }: OpenTune): Desk => {
  const dispatch = useAppDispatch()
  const { of } = useSettings()
  const desk = useAppSelector(selectDesk)
  const [wish, setWish] = useState<Wish>(USUAL)
  const [briefs, setBriefs] = useState<readonly NamedBrief[]>([])
  const [contour, setContour] = useState<readonly CurvePoint[]>([])
  const [others, setOthers] = useState<readonly OtherLine[]>([])
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<string>()
  const asked = useRef(0)
  const line = desk.tune === tune.id ? desk.line : undefined

  useEffect(() => {
    if (desk.tune === tune.id) return
    void readDraft<DeskLine>(`line ${tune.id}`).then((draft) => {
      dispatch(deskOpened({ tune: tune.id, line: draft }))
      dispatch(forgetBefore())
    })
  }, [desk.tune, tune.id, dispatch])
  useEffect(() => {
    void [tune.id, stretch.from, stretch.to]
    setContour([])
    setOthers([])
  }, [tune.id, stretch.from, stretch.to])
  useEffect(() => {
    void readDraft<Wish>(WISH).then((kept) => kept && setWish(kept))
    void readDraft<readonly NamedBrief[]>(BRIEFS).then((kept) => kept && setBriefs(kept))
  }, [])
  useEffect(() => {
    if (desk.tune === tune.id && desk.line) void keepDraft(`line ${tune.id}`, desk.line)
  }, [desk, tune.id])

  const askFor = useCallback(
    (
      wished: Wish,
      curve: readonly CurvePoint[],
      more: Pick<Brief, 'seed' | 'count' | 'avoid' | 'locked'>,
    ): Brief => ({
      ...briefOf(wished),
      stretch,
      range: rangeOf(wished, instrumentOf(of.id).range),
      ...(curve.length === 0
        ? {}
        : { contour: { points: curve, strictness: STRICTNESS[wished.strictness ?? CLOSELY]! } }),
      ...more,
    }),
    [stretch, of.id],
  )
  useEffect(() => {
    const timer = setTimeout(
      () => void work().warm(analysisOf(sounding), askFor(USUAL, [], { seed: 1, count: 1 })),
      WARM_AFTER_MS,
    )
    return () => clearTimeout(timer)
  }, [sounding, askFor])
  const compose = useCallback(
    async (
      seed: number,
      wished: Wish,
      curve: readonly CurvePoint[],
      avoid: readonly Line[],
      kept: Kept = lockedOf(line),
    ) => {
      asked.current += 1
      const ticket = asked.current
      setBusy(true)
      const answer = await work().compose(
        analysisOf(sounding),
        askFor(wished, curve, { seed, count: 1, avoid, locked: kept.notes }),
      )
      if (ticket !== asked.current || !answer) return
      setBusy(false)
      const [composed] = answer.lines
      // Of the wishes for the whole only what must be there is told.
      const absent = composed?.missed.filter(({ rule }) => rule === MUST) ?? []
      setProblem([...answer.unmet, ...absent].map(wordReason).join(' ') || undefined)
      if (composed)
        dispatch(
          lineWritten({
            ...kept.line,
            notes: composed.line.notes,
            stretch,
            seed,
            ...(line?.locked ? { locked: line.locked } : {}),
          }),
        )
    },
    [stretch, askFor, sounding, dispatch, line],
  )
  const compare = async () => {
    asked.current += 1
    const ticket = asked.current
    setBusy(true)
    const answer = await work().compose(
      analysisOf(sounding),
      askFor(wish, contour, {
        seed: (line?.seed ?? 0) + 1,
        count: MOST_OTHERS,
        locked: lockedOf(line).notes,
      }),
    )
    if (ticket !== asked.current || !answer) return
    const { range } = instrumentOf(of.id)
    const reviews = await Promise.all(
      answer.lines.map(({ line: other }) => work().review(analysisOf(sounding), other, { range, mends: 0 })),
    )
    setBusy(false)
    setOthers(answer.lines.map(({ line: other }, at) => ({ line: other, score: reviews[at]!.score })))
  }
  const begin = (next: Wish) => {
    setWish(next)
    void keepDraft(WISH, next)
    if (line) void compose(line.seed, next, contour, [])
  }
  const acts = useStable<DeskActs>({
    another: () => void compose((line?.seed ?? 0) + 1, wish, contour, line ? [line] : []),
    rewrite: (from, to) => {
      if (!line) return
      const notes = line.notes.filter((_, at) => at < from || at > to)
      const { notes: _notes, stretch: _stretch, seed: _seed, ...named } = line
      void compose(line.seed + 1, wish, contour, [line], { notes, line: named })
    },
    change: (part) => begin({ ...wish, ...part }),
    begin,
    keepBrief: (name) => {
      const kept = [...briefs.filter((brief) => brief.name !== name), { name, wish }]
      setBriefs(kept)
      void keepDraft(BRIEFS, kept)
    },
    compare: () => void compare(),
    stopComparing: () => setOthers([]),
    follow: (curve) => {
      setContour(curve)
      void compose(line?.seed ?? 1, wish, curve, [])
    },
    open: (opened) => void dispatch(lineWritten(opened)),
  })
  return { line, wish, briefs, busy, problem, others, contour, acts }
}
