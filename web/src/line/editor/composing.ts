import type { Brief, Composed, Line, LineNote } from '@eager-contour/core'
import { isAnyOf } from '@reduxjs/toolkit'
import { engine } from '../../engine/engine.ts'
import { briefOf, CLOSELY, rangeOf, STRICTNESS } from '../brief/briefs.ts'
import { type EditorApi, startListening } from './editorListener.ts'
import {
  alternativesAsked,
  alternativesSet,
  anotherAsked,
  briefSet,
  composingSet,
  contourSet,
  phrasesArranged,
  phrasesSet,
  rewriteAsked,
  selectComposing,
  selectEditor,
  selectLine,
  unmetSet,
} from './editorSlice.ts'
import { type EditorLine, lineReplaced } from './lineHistory.ts'

/** A cell that had to come and found no place. */
const MUST = 'line.cell'
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

const askComposer = async (api: EditorApi, variation: Variation): Promise<Composed | undefined> => {
  const { place, preference, contour } = selectEditor(api.getState())
  if (!place) return undefined
  return engine().compose(place.analysis, {
    ...briefOf(preference),
    stretch: place.stretch,
    range: rangeOf(preference, place.range),
    ...(contour.length === 0
      ? {}
      : { contour: { points: contour, strictness: STRICTNESS[preference.strictness ?? CLOSELY]! } }),
    ...variation,
  })
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
  // Of what the brief wants of the whole line, only what it must include is reported.
  const absent = composed?.missed.filter(({ rule }) => rule === MUST) ?? []
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
    api.dispatch(phrasesSet(whole ? { seed: variation.seed, stretch: place.stretch, list } : undefined))
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

/** Composes when it is asked for, and when the brief or the contour changes. A newer request replaces an older one. */
startListening({
  matcher: isAnyOf(anotherAsked, rewriteAsked, alternativesAsked, briefSet, contourSet, phrasesArranged),
  effect: async (action, api) => {
    const line = selectLine(api.getState())
    if (!line && briefSet.match(action)) return
    api.cancelActiveListeners()
    api.dispatch(composingSet(true))
    const [locked, seed] = line ? [lockedNotes(line), line.seed] : [[], 0]
    try {
      if (alternativesAsked.match(action)) await composeAlternatives(api, { seed: seed + 1, locked })
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
