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
import { analysisOf, engine } from '../../engine/engine.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import { useStable } from '../../ui/useStable.ts'
import {
  briefOf,
  CLOSELY,
  DEFAULT_PREFERENCE,
  type NamedBrief,
  type Preference,
  rangeOf,
  STRICTNESS,
} from '../brief/briefs.ts'
import { clearHistory, type EditorLine, editorOpened, lineReplaced, selectEditor } from './editorSlice.ts'

/** The editor's actions: the same functions at every render. */
export interface EditorActions {
  readonly another: () => void
  /** Rewrites some notes (first and last, both inside); the others stay. */
  readonly rewrite: (from: number, to: number) => void
  /** Changes a part of the preference; the line is composed again. */
  readonly change: (part: Partial<Preference>) => void
  /** Starts from another preference. */
  readonly begin: (preference: Preference) => void
  readonly keepBrief: (name: string) => void
  readonly follow: (contour: readonly CurvePoint[]) => void
  readonly open: (line: EditorLine) => void
  readonly compare: () => void
  readonly stopComparing: () => void
}

export interface Editor {
  readonly line: EditorLine | undefined
  readonly preference: Preference
  /** The briefs that the player has named. */
  readonly briefs: readonly NamedBrief[]
  readonly busy: boolean
  /** Why there is no line, in words. */
  readonly problem: string | undefined
  /** The contour that the line follows over the stretch, at concert pitch; empty if none was drawn. */
  readonly contour: readonly CurvePoint[]
  /** Other lines for the same brief, each with its score; empty where none were asked for. */
  readonly others: readonly OtherLine[]
  readonly actions: EditorActions
}

export interface OtherLine {
  readonly line: Line
  readonly score: number
}

/** The notes that stay when a line is written anew, and what of the old line the new one keeps. */
interface LockedPart {
  readonly notes: readonly LineNote[]
  readonly line: Omit<EditorLine, 'notes' | 'stretch' | 'seed'>
}

/** What is locked stays; the line that comes is a new one. */
const lockedOf = (line: EditorLine | undefined): LockedPart => ({
  notes: line?.locked ? line.notes.filter(({ start }) => line.locked!.includes(start)) : [],
  line: { title: '', revision: 0 },
})

/** A cell that had to come and found no place. */
const MUST = 'line.cell'
/** So many lines stand beside each other. */
const MOST_OTHERS = 8

/** When the place has come to rest, the composer warms up. */
const WARM_AFTER_MS = 400
const PREFERENCE = 'preference'
const BRIEFS = 'briefs'

/** The desk of a tune: the line being written, kept in the browser at every change, and the composer behind it. */
export const useEditor = ({ tune, sounding, stretch }: OpenTune): Editor => {
  const dispatch = useAppDispatch()
  const { instrument, chordStyle } = useSettings()
  const editor = useAppSelector(selectEditor)
  const [preference, setPreference] = useState<Preference>(DEFAULT_PREFERENCE)
  const [briefs, setBriefs] = useState<readonly NamedBrief[]>([])
  const [contour, setContour] = useState<readonly CurvePoint[]>([])
  const [others, setOthers] = useState<readonly OtherLine[]>([])
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<string>()
  const asked = useRef(0)
  const line = editor.tune === tune.id ? editor.line : undefined

  useEffect(() => {
    if (editor.tune === tune.id) return
    void readDraft<EditorLine>(`line ${tune.id}`).then((draft) => {
      dispatch(editorOpened({ tune: tune.id, line: draft }))
      dispatch(clearHistory())
    })
  }, [editor.tune, tune.id, dispatch])
  useEffect(() => {
    void [tune.id, stretch.from, stretch.to]
    setContour([])
    setOthers([])
  }, [tune.id, stretch.from, stretch.to])
  useEffect(() => {
    void readDraft<Preference>(PREFERENCE).then((kept) => kept && setPreference(kept))
    void readDraft<readonly NamedBrief[]>(BRIEFS).then((kept) => kept && setBriefs(kept))
  }, [])
  useEffect(() => {
    if (editor.tune === tune.id && editor.line) void keepDraft(`line ${tune.id}`, editor.line)
  }, [editor, tune.id])

  const askFor = useCallback(
    (
      preference: Preference,
      curve: readonly CurvePoint[],
      more: Pick<Brief, 'seed' | 'count' | 'avoid' | 'locked'>,
    ): Brief => ({
      ...briefOf(preference),
      stretch,
      range: rangeOf(preference, instrumentOf(instrument.id).range),
      ...(curve.length === 0
        ? {}
        : { contour: { points: curve, strictness: STRICTNESS[preference.strictness ?? CLOSELY]! } }),
      ...more,
    }),
    [stretch, instrument.id],
  )
  useEffect(() => {
    const timer = setTimeout(
      () => void engine().warm(analysisOf(sounding), askFor(DEFAULT_PREFERENCE, [], { seed: 1, count: 1 })),
      WARM_AFTER_MS,
    )
    return () => clearTimeout(timer)
  }, [sounding, askFor])
  const compose = useCallback(
    async (
      seed: number,
      preference: Preference,
      curve: readonly CurvePoint[],
      avoid: readonly Line[],
      kept: LockedPart = lockedOf(line),
    ) => {
      asked.current += 1
      const ticket = asked.current
      setBusy(true)
      const answer = await engine().compose(
        analysisOf(sounding),
        askFor(preference, curve, { seed, count: 1, avoid, locked: kept.notes }),
      )
      if (ticket !== asked.current || !answer) return
      setBusy(false)
      const [composed] = answer.lines
      // Of what the brief wants of the whole line, only what it must include is reported.
      const absent = composed?.missed.filter(({ rule }) => rule === MUST) ?? []
      setProblem(
        [...answer.unmet, ...absent].map((why) => wordReason(why, chordStyle)).join(' ') || undefined,
      )
      if (composed)
        dispatch(
          lineReplaced({
            ...kept.line,
            notes: composed.line.notes,
            stretch,
            seed,
            ...(line?.locked ? { locked: line.locked } : {}),
          }),
        )
    },
    [stretch, askFor, sounding, dispatch, line, chordStyle],
  )
  const compare = async () => {
    asked.current += 1
    const ticket = asked.current
    setBusy(true)
    const answer = await engine().compose(
      analysisOf(sounding),
      askFor(preference, contour, {
        seed: (line?.seed ?? 0) + 1,
        count: MOST_OTHERS,
        locked: lockedOf(line).notes,
      }),
    )
    if (ticket !== asked.current || !answer) return
    const { range } = instrumentOf(instrument.id)
    const reviews = await Promise.all(
      answer.lines.map(({ line: other }) =>
        engine().review(analysisOf(sounding), other, { range, fixes: 0 }),
      ),
    )
    setBusy(false)
    setOthers(answer.lines.map(({ line: other }, at) => ({ line: other, score: reviews[at]!.score })))
  }
  const begin = (next: Preference) => {
    setPreference(next)
    void keepDraft(PREFERENCE, next)
    if (line) void compose(line.seed, next, contour, [])
  }
  const actions = useStable<EditorActions>({
    another: () => void compose((line?.seed ?? 0) + 1, preference, contour, line ? [line] : []),
    rewrite: (from, to) => {
      if (!line) return
      const notes = line.notes.filter((_, at) => at < from || at > to)
      const { notes: _notes, stretch: _stretch, seed: _seed, ...named } = line
      void compose(line.seed + 1, preference, contour, [line], { notes, line: named })
    },
    change: (part) => begin({ ...preference, ...part }),
    begin,
    keepBrief: (name) => {
      const kept = [...briefs.filter((brief) => brief.name !== name), { name, preference }]
      setBriefs(kept)
      void keepDraft(BRIEFS, kept)
    },
    compare: () => void compare(),
    stopComparing: () => setOthers([]),
    follow: (curve) => {
      setContour(curve)
      void compose(line?.seed ?? 1, preference, curve, [])
    },
    open: (opened) => void dispatch(lineReplaced(opened)),
  })
  return { line, preference, briefs, busy, problem, others, contour, actions }
}
