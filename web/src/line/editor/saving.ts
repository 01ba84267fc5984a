import { keepDraft, readDraft } from '../../data/browserStore.ts'
import { sendEdit } from '../../data/outbox.ts'
import { keepInTab, readInTab } from '../../data/tab.ts'
import type { NamedBrief, Preference } from '../brief/briefs.ts'
import { startListening } from './editorListener.ts'
import {
  briefNamed,
  briefSet,
  editorPlaced,
  preferencesRead,
  selectEditor,
  selectTuneLine,
} from './editorSlice.ts'
import { clearHistory, type EditorLine, lineOpened } from './lineHistory.ts'

const AUTOSAVE_MS = 600
/** The names of drafts in the browser's own store. */
const PREFERENCE = 'preference'
const BRIEFS = 'briefs'
const lineDraft = (tune: string): string => `line ${tune}`

/** What of a line is stored. */
const storedOf = ({ notes, stretch, title, remark = '', tags = [], fingering = {} }: EditorLine): string =>
  JSON.stringify([notes, stretch, title, remark, tags, fingering])

/** Whether two lines are the same, even if one was read again. */
const same = (a: EditorLine, b: EditorLine): boolean => a === b || storedOf(a) === storedOf(b)

/** A line as it is sent to be stored. */
export const bodyOf = (tune: string, line: EditorLine) => ({
  revision: line.revision,
  tune,
  title: line.title,
  stretch: line.stretch,
  notes: line.notes,
  remark: line.remark ?? '',
  tags: line.tags ?? [],
  fingering: line.fingering ?? {},
})

/** The line being written is kept in the browser at every change, for this tab and for all. */
startListening({
  predicate: (_action, now, before) => selectTuneLine(now).line !== selectTuneLine(before).line,
  effect: async (_action, { getState }) => {
    const { tune, line } = selectTuneLine(getState())
    if (!line) return
    keepInTab(lineDraft(tune), line)
    await keepDraft(lineDraft(tune), line)
  },
})

/** A line that has been saved before is saved within a second of a change; of quick changes, the last one. */
startListening({
  predicate: (_action, now, before) => {
    const [line, older] = [selectTuneLine(now).line, selectTuneLine(before).line]
    return line?.id !== undefined && older?.id === line.id && !same(older, line)
  },
  effect: async (_action, { getState, dispatch, cancelActiveListeners, delay }) => {
    const { tune, line } = selectTuneLine(getState())
    cancelActiveListeners()
    await delay(AUTOSAVE_MS)
    if (line?.id === undefined) return
    const { id, title } = line
    await sendEdit(dispatch, { entity: id, path: `lines/${id}`, title, body: bodyOf(tune, line) })
  },
})

/** A tune's draft is opened with its page: this tab's own, or the newest of any tab. */
startListening({
  actionCreator: editorPlaced,
  effect: async ({ payload: { tune } }, { getState, dispatch, cancelActiveListeners, pause }) => {
    if (selectTuneLine(getState()).tune === tune) return
    cancelActiveListeners()
    const line =
      readInTab<EditorLine>(lineDraft(tune)) ?? (await pause(readDraft<EditorLine>(lineDraft(tune))))
    dispatch(lineOpened({ tune, line }))
    dispatch(clearHistory())
  },
})

/** The brief as it was when the application was last used. */
startListening({
  actionCreator: editorPlaced,
  effect: async (_action, { getOriginalState, dispatch }) => {
    if (selectEditor(getOriginalState()).place) return
    const [preference, briefs] = await Promise.all([
      readDraft<Preference>(PREFERENCE),
      readDraft<readonly NamedBrief[]>(BRIEFS),
    ])
    dispatch(preferencesRead({ ...(preference ? { preference } : {}), ...(briefs ? { briefs } : {}) }))
  },
})
startListening({
  actionCreator: briefSet,
  effect: async ({ payload }) => keepDraft(PREFERENCE, payload),
})
startListening({
  actionCreator: briefNamed,
  effect: async ({ payload: name }, { getState, dispatch }) => {
    // Another tab may have named some in the meantime.
    const { briefs } = selectEditor(getState())
    const others = (await readDraft<readonly NamedBrief[]>(BRIEFS)) ?? []
    const known = new Set(briefs.map((brief) => brief.name))
    const all = [...others.filter((brief) => brief.name !== name && !known.has(brief.name)), ...briefs]
    await keepDraft(BRIEFS, all)
    dispatch(preferencesRead({ briefs: all }))
  },
})
