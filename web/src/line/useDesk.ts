import {
  type Brief,
  type DeviceId,
  instrumentOf,
  type Line,
  type Weight,
  wordReason,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { useSettings } from '../app/settings.ts'
import { useAppDispatch, useAppSelector } from '../app/store.ts'
import { keepDraft, readDraft } from '../data/browserStore.ts'
import type { OpenTune } from '../tune/useTune.ts'
import { work } from '../work/work.ts'
import {
  type BriefState,
  type DeskLine,
  deskOpened,
  FIRST_BRIEF,
  forgetBefore,
  lineWritten,
  selectDesk,
} from './lineSlice.ts'

export interface Desk {
  readonly line: DeskLine | undefined
  readonly brief: BriefState
  readonly busy: boolean
  /** Why no line came, in words. */
  readonly problem: string | undefined
  readonly another: () => void
  readonly turn: (device: DeviceId, weight: Weight) => void
  readonly breathe: (bars: 2 | 4) => void
  readonly open: (line: DeskLine) => void
}

const briefKey = 'brief'

/** The desk of a tune: the line being written, kept in the browser at every change, and the composer behind it. */
export const useDesk = ({ tune, sounding, stretch }: OpenTune): Desk => {
  const dispatch = useAppDispatch()
  const { of } = useSettings()
  const desk = useAppSelector(selectDesk)
  const [brief, setBrief] = useState<BriefState>(FIRST_BRIEF)
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
    void readDraft<BriefState>(briefKey).then((kept) => kept && setBrief(kept))
  }, [])
  useEffect(() => {
    if (desk.tune === tune.id && desk.line) void keepDraft(`line ${tune.id}`, desk.line)
  }, [desk, tune.id])

  const compose = useCallback(
    async (seed: number, wish: BriefState, avoid: readonly Line[]) => {
      asked.current += 1
      const ticket = asked.current
      setBusy(true)
      const ask: Brief = {
        stretch,
        seed,
        count: 1,
        range: instrumentOf(of.id).range,
        devices: wish.devices,
        breathBars: wish.breathBars,
        avoid,
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
  const rewrite = (wish: BriefState) => {
    setBrief(wish)
    void keepDraft(briefKey, wish)
    if (line) void compose(line.seed, wish, [])
  }
  return {
    line,
    brief,
    busy,
    problem,
    another: () => void compose((line?.seed ?? 0) + 1, brief, line ? [line] : []),
    turn: (device, weight) => rewrite({ ...brief, devices: { ...brief.devices, [device]: weight } }),
    breathe: (breathBars) => rewrite({ ...brief, breathBars }),
    open: (opened) => void dispatch(lineWritten(opened)),
  }
}
