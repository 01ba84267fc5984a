import { Tabs } from 'radix-ui'
import { useState } from 'react'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { SEGMENT, SEGMENTS } from '../ui/looks.ts'
import { COLUMN } from './brief/BriefPanel.tsx'
import { notesPointed, outlineShown, selectEditor } from './editor/editorSlice.ts'
import { lineDetailsSet } from './editor/lineHistory.ts'
import { useOpenLine } from './editor/openLine.ts'
import { DevelopPanel } from './notes/DevelopPanel.tsx'
import { FigureList } from './notes/FigureList.tsx'
import { LineFingering } from './notes/LineFingering.tsx'
import { NotePanel } from './notes/NotePanel.tsx'
import { NoteTools } from './notes/NoteTools.tsx'
import type { DevelopmentTrial } from './notes/useDevelopment.ts'
import { useNoteEdits } from './notes/useNoteEdits.ts'
import { ProofPanel } from './review/ProofPanel.tsx'
import { ReviewPanel } from './review/ReviewPanel.tsx'
import type { Trial } from './review/useTrial.ts'
import { LineDetails } from './saved/LineDetails.tsx'
import { PhraseList } from './saved/PhraseList.tsx'
import { SavedLines } from './saved/SavedLines.tsx'
import { useLineSaving } from './saved/useLineSaving.ts'
import { usePhrases } from './saved/usePhrases.ts'

interface SideColumnProps {
  readonly trial: Trial
  readonly development: DevelopmentTrial
  readonly playing: boolean
  readonly onHear: () => void
}

/** What the line's notes do and what the review says; and the saved lines and phrases. */
export const SideColumn = (props: SideColumnProps) => {
  const [tab, setTab] = useState('notes')
  return (
    <aside className={COLUMN} aria-label="About the line">
      <Tabs.Root value={tab} onValueChange={setTab}>
        <Tabs.List aria-label="About the line" className={`${SEGMENTS} mb-4`}>
          <Tabs.Trigger value="notes" className={SEGMENT}>
            Notes
          </Tabs.Trigger>
          <Tabs.Trigger value="kept" className={SEGMENT}>
            Saved
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="notes" className="space-y-5">
          <NotesTab {...props} />
        </Tabs.Content>
        <Tabs.Content value="kept" className="space-y-6">
          <SavedTab />
        </Tabs.Content>
      </Tabs.Root>
    </aside>
  )
}

const NotesTab = ({ trial, development, playing, onHear }: SideColumnProps) => {
  const { open, line, explanation, selection, write } = useOpenLine()
  const { chosen, allLocked, ...edits } = useNoteEdits()
  const { onCut } = usePhrases()
  const dispatch = useAppDispatch()
  const hovered = useAppSelector((state) => selectEditor(state).hovered)
  const { reviewed, trying, fixedLine, setTried } = trial
  if (!line || !explanation) return <p className="text-soft">No line over these bars yet.</p>
  return (
    <>
      <div>
        <NotePanel line={line} explanation={explanation} selected={hovered ?? selection.at} />
        {selection.at !== undefined && chosen.length === 1 && (
          <FigureList
            analysis={open.written}
            line={line}
            selected={selection.at}
            onOutline={(other) => dispatch(outlineShown(other))}
            onTake={edits.onFigure}
          />
        )}
        {selection.at !== undefined && (
          <NoteTools
            count={chosen.length}
            locked={allLocked}
            onEdit={edits.onEdit}
            onLock={edits.onLock}
            onRewrite={edits.onRewrite}
            onPhrase={onCut}
          />
        )}
        {selection.at !== undefined && (
          <DevelopPanel development={development} playing={playing} onHear={onHear} />
        )}
      </div>
      <LineFingering />
      {reviewed && (
        <ReviewPanel
          review={reviewed.review}
          trying={trying}
          playing={playing}
          onPoint={(range) => dispatch(notesPointed(range))}
          onTry={setTried}
          onHear={onHear}
          onTake={() => {
            if (fixedLine) write(fixedLine.notes)
            setTried(undefined)
            dispatch(notesPointed(undefined))
          }}
        />
      )}
      <ProofPanel />
    </>
  )
}

const SavedTab = () => {
  const { open, concert } = useOpenLine()
  const { saved, onSave, onOpen, onVersion, onRemove } = useLineSaving()
  const { onPut, onTry, onRemove: onRemovePhrase } = usePhrases()
  const dispatch = useAppDispatch()
  return (
    <>
      {concert && (
        <LineDetails
          line={concert}
          onChange={(part) => dispatch(lineDetailsSet(part))}
          onKeep={onSave}
          onVersion={onVersion}
        />
      )}
      <SavedLines lines={saved} current={concert?.id} onOpen={onOpen} onRemove={onRemove} />
      <PhraseList open={open} onTry={onTry} onUse={onPut} onRemove={onRemovePhrase} />
    </>
  )
}
