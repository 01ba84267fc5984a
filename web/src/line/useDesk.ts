import { type Brief, type CurvePoint, instrumentOf, type Line, wordReason } from '@eager-contour/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { useSettings } from '../app/settings.ts'
import { useAppDispatch, useAppSelector } from '../app/store.ts'
import { keepDraft, readDraft } from '../data/browserStore.ts'
import type { OpenTune } from '../tune/useTune.ts'
import { work } from '../work/work.ts'
import { briefOf, CLOSELY, type NamedBrief, STRICTNESS, USUAL, type Wish } from './briefs.ts'
import { type DeskLine, deskOpened, forgetBefore, lineWritten, selectDesk } from './lineSlice.ts'

export interface Desk {
  readonly line: DeskLine | undefined
  readonly wish: Wish
  /** The briefs that the player has named. */
  readonly briefs: readonly NamedBrief[]
  readonly busy: boolean
  /** Why no line came, in words. */
  readonly problem: string | undefined
  readonly another: () => void
  /** Changes a part of the wish; the line is written anew. */
  readonly change: (part: Partial<Wish>) => void
  /** Begins with another wish. */
  readonly begin: (wish: Wish) => void
  readonly keepBrief: (name: string) => void
  /** The curve that the line follows over the stretch, at concert pitch; empty where none was drawn. */
  readonly contour: readonly CurvePoint[]
  readonly follow: (contour: readonly CurvePoint[]) => void
  readonly open: (line: DeskLine) => void
}

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
  }, [tune.id, stretch.from, stretch.to])
  useEffect(() => {
    void readDraft<Wish>(WISH).then((kept) => kept && setWish(kept))
    void readDraft<readonly NamedBrief[]>(BRIEFS).then((kept) => kept && setBriefs(kept))
  }, [])
  useEffect(() => {
    if (desk.tune === tune.id && desk.line) void keepDraft(`line ${tune.id}`, desk.line)
  }, [desk, tune.id])

  const compose = useCallback(
    async (seed: number, wished: Wish, curve: readonly CurvePoint[], avoid: readonly Line[]) => {
      asked.current += 1
      const ticket = asked.current
      setBusy(true)
      const ask: Brief = {
        ...briefOf(wished),
        stretch,
        seed,
        count: 1,
        range: instrumentOf(of.id).range,
        avoid,
        ...(curve.length === 0
          ? {}
          : { contour: { points: curve, strictness: STRICTNESS[wished.strictness ?? CLOSELY]! } }),
      }
      const answer = await work().compose(sounding.chart, sounding.overrides, ask)
      if (ticket !== asked.current || !answer) return
      setBusy(false)
      setProblem(answer.unmet.map(wordReason).join(' ') || undefined)
      const [composed] = answer.lines
      if (composed)
        dispatch(lineWritten({ notes: composed.line.notes, stretch, seed, title: '', revision: 0 }))
    },
    [stretch, of.id, sounding, dispatch],
  )
  const begin = (next: Wish) => {
    setWish(next)
    void keepDraft(WISH, next)
    if (line) void compose(line.seed, next, contour, [])
  }
  return {
    line,
    wish,
    briefs,
    busy,
    problem,
    another: () => void compose((line?.seed ?? 0) + 1, wish, contour, line ? [line] : []),
    change: (part) => begin({ ...wish, ...part }),
    begin,
    keepBrief: (name) => {
      const kept = [...briefs.filter((brief) => brief.name !== name), { name, wish }]
      setBriefs(kept)
      void keepDraft(BRIEFS, kept)
    },
    contour,
    follow: (curve) => {
      setContour(curve)
      void compose(line?.seed ?? 1, wish, curve, [])
    },
    open: (opened) => void dispatch(lineWritten(opened)),
  }
}
