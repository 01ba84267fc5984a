import { type Brief, type Composed, type Line, type LineNote, wordContrast } from '@eager-contour/core'
import { isAnyOf } from '@reduxjs/toolkit'
import { engine } from '../../engine/engine.ts'
import { briefOf, CLOSELY, type NamedBrief, type Preference, rangeOf, STRICTNESS } from '../brief/briefs.ts'
import { type EditorApi, startListening } from './editorListener.ts'
import {
  type Alternative,
  alternativesAsked,
  alternativesSet,
  anotherAsked,
  briefSet,
  briefsCompared,
  composingSet,
  contourSet,
  type EditorPlace,
  phrasesArranged,
  phrasesSet,
  rewriteAsked,
  selectComposing,
  selectEditor,
  selectLine,
  unmetSet,
} from './editorSlice.ts'
import { type EditorLine, lineReplaced } from './lineHistory.ts'

/** What was asked for and found no place, or was to be left out and was not. */
const NOT_MET: readonly string[] = ['line.cell', 'line.absent', 'line.never', 'line.noTriplet']
/** The number of alternatives beside each other. */
const MOST_ALTERNATIVES = 8

/** What varies from one request to the next; the rest of the brief is the editor's. */
type Variation = Pick<Brief, 'seed' | 'count' | 'avoid' | 'locked' | 'rests' | 'phrases'>

/** What of the current line a new one keeps. */
type Kept = Omit<EditorLine, 'notes' | 'stretch' | 'seed'>
const NEW_LINE: Kept = { title: '', revision: 0 }

const lockedNotes = ({ notes, locked }: EditorLine): readonly LineNote[] =>
  locked ? notes.filter(({ start }) => locked.includes(start)) : []

/** Everything outside of some notes is silent where no other note sounds. */
const restsAround = ({ notes }: EditorLine, from: number, to: number): NonNullable<Brief['rests']> => {
  const [first, last] = [notes[from]!, notes[to]!]
  return [
    { start: Number.MIN_SAFE_INTEGER, end: first.start },
    { start: last.start + last.duration, end: Number.MAX_SAFE_INTEGER },
  ]
}

/** The editor's brief over the bars that are open. */
const wholeBrief = (
  { preference, contour }: ReturnType<typeof selectEditor>,
  place: EditorPlace,
  variation: Variation,
): Brief => ({
  ...briefOf(preference),
  stretch: place.stretch,
  range: rangeOf(preference, place.range),
  ...(contour.length === 0
    ? {}
    : { contour: { points: contour, strictness: STRICTNESS[preference.strictness ?? CLOSELY]! } }),
  ...variation,
})

const askComposer = async (
  api: EditorApi,
  variation: Variation,
  preference?: Preference,
): Promise<(Composed & { readonly brief: Brief }) | undefined> => {
  const own = selectEditor(api.getState())
  const editor = preference ? { ...own, preference } : own
  if (!editor.place) return undefined
  const brief = wholeBrief(editor, editor.place, variation)
  const composed = await engine().compose(editor.place.analysis, brief)
  return composed && { ...composed, brief }
}

/** Composes one line and puts it in the editor. */
const composeLine = async (
  api: EditorApi,
  variation: Omit<Variation, 'count'>,
  kept: Kept,
): Promise<void> => {
  const { place } = selectEditor(api.getState())
  const before = selectLine(api.getState())
  const answer = await api.pause(askComposer(api, { ...variation, count: 1 }))
  if (!place || !answer) return
  const [composed] = answer.lines
  // Of what a line misses, only what the player asked for is reported.
  const absent = composed?.missed.filter(({ rule }) => NOT_MET.includes(rule)) ?? []
  // One after the other, without a wait between them: they are shown in one go.
  api.dispatch(unmetSet([...answer.unmet, ...absent]))
  api.dispatch(composingSet(false))
  if (composed) {
    api.dispatch(
      lineReplaced({
        ...kept,
        notes: composed.line.notes,
        stretch: place.stretch,
        seed: variation.seed,
        ...(before?.locked ? { locked: before.locked } : {}),
      }),
    )
    const list = composed.phrases ?? []
    const whole = variation.rests === undefined && list.length > 0
    api.dispatch(phrasesSet(whole ? { brief: answer.brief, list } : undefined))
  }
}

/** Composes several lines, each with its score. */
const composeAlternatives = async (api: EditorApi, variation: Omit<Variation, 'count'>): Promise<void> => {
  const { place } = selectEditor(api.getState())
  const answer = await api.pause(askComposer(api, { ...variation, count: MOST_ALTERNATIVES }))
  if (!place || !answer) return
  const scored = async ({ line }: { readonly line: Line }) => {
    const { score } = await engine().review(place.analysis, line, { range: place.range, fixes: 0 })
    return { line, score }
  }
  api.dispatch(alternativesSet(await api.pause(Promise.all(answer.lines.map(scored)))))
}

/** Composes a line for each of several briefs from one seed, each with its score and what sets it apart. */
const compareBriefs = async (
  api: EditorApi,
  briefs: readonly NamedBrief[],
  variation: Omit<Variation, 'count'>,
): Promise<void> => {
  const { place } = selectEditor(api.getState())
  if (!place) return
  const made: { readonly brief: string; readonly line: Line }[] = []
  for (const { name, preference } of briefs) {
    const answer = await api.pause(askComposer(api, { ...variation, count: 1 }, preference))
    const line = answer?.lines[0]?.line
    if (line) made.push({ brief: name, line })
  }
  const lines = made.map(({ line }) => line)
  const contrasts = await api.pause(engine().contrasts(place.analysis, lines))
  const scored = made.map(async ({ brief, line }, at): Promise<Alternative> => {
    const { score } = await engine().review(place.analysis, line, { range: place.range, fixes: 0 })
    return { brief, line, score, told: contrasts[at]!.map(wordContrast).join(' ') }
  })
  api.dispatch(alternativesSet(await api.pause(Promise.all(scored))))
}

/** Composes when it is asked for, and when the brief or the contour changes. A newer request replaces an older one. */
startListening({
  matcher: isAnyOf(
    anotherAsked,
    rewriteAsked,
    alternativesAsked,
    briefsCompared,
    briefSet,
    contourSet,
    phrasesArranged,
  ),
  effect: async (action, api) => {
    const line = selectLine(api.getState())
    if (!line && briefSet.match(action)) return
    api.cancelActiveListeners()
    api.dispatch(composingSet(true))
    const [locked, seed] = line ? [lockedNotes(line), line.seed] : [[], 0]
    try {
      if (briefsCompared.match(action))
        await compareBriefs(api, action.payload, { seed: line ? seed : 1, locked })
      else if (alternativesAsked.match(action)) await composeAlternatives(api, { seed: seed + 1, locked })
      else if (rewriteAsked.match(action) && line) {
        const { from, to } = action.payload
        const { notes, stretch: _stretch, seed: _seed, ...kept } = line
        const others = notes.filter((_, at) => at < from || at > to)
        const rests = restsAround(line, from, to)
        await composeLine(api, { seed: seed + 1, avoid: [line], locked: others, rests }, kept)
      } else if (anotherAsked.match(action))
        await composeLine(api, { seed: seed + 1, avoid: line ? [line] : [], locked }, NEW_LINE)
      else {
        const { arranged } = selectEditor(api.getState())
        const phrases = arranged ? { phrases: arranged } : {}
        await composeLine(api, { seed: line ? seed : 1, avoid: [], locked, ...phrases }, NEW_LINE)
      }
    } finally {
      if (!api.signal.aborted && selectComposing(api.getState())) api.dispatch(composingSet(false))
    }
  },
})
