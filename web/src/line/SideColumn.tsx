import type { LineAnswer } from '@eager-contour/contract'
import type { Line } from '@eager-contour/core'
import { Tabs } from 'radix-ui'
import { useState } from 'react'
import type { OpenTune } from '../tune/useTune.ts'
import { COLUMN } from './brief/BriefPanel.tsx'
import type { Editor } from './editor/useEditor.ts'
import type { useWorkbench } from './editor/useWorkbench.ts'
import { FigureList } from './notes/FigureList.tsx'
import { NotePanel } from './notes/NotePanel.tsx'
import { NoteTools } from './notes/NoteTools.tsx'
import { ReviewPanel } from './review/ReviewPanel.tsx'
import type { useTrial } from './review/useTrial.ts'
import { LineDetails } from './saved/LineDetails.tsx'
import { PhraseList } from './saved/PhraseList.tsx'
import { SavedLines } from './saved/SavedLines.tsx'

/** Notes from one to another, both inside. */
export interface NoteRange {
  readonly from: number
  readonly to: number
}

interface SideColumnProps {
  readonly open: OpenTune
  readonly editor: Editor
  readonly bench: ReturnType<typeof useWorkbench>
  readonly trial: ReturnType<typeof useTrial>
  readonly saved: readonly LineAnswer[]
  readonly playing: boolean
  readonly hovered: number | undefined
  readonly onHear: () => void
  readonly onPoint: (place: NoteRange | undefined) => void
  readonly onOutline: (line: Line | undefined) => void
}

const TAB =
  'min-h-10 grow rounded-full px-3 data-[state=active]:bg-ink data-[state=active]:font-semibold data-[state=active]:text-on-ink'

/** What the line's notes do and what the review says; and the saved lines and phrases. */
export const SideColumn = (props: SideColumnProps) => {
  const [tab, setTab] = useState('notes')
  return (
    <aside className={COLUMN} aria-label="About the line">
      <Tabs.Root value={tab} onValueChange={setTab}>
        <Tabs.List aria-label="About the line" className="mb-4 flex rounded-full border border-soft">
          <Tabs.Trigger value="notes" className={TAB}>
            Notes
          </Tabs.Trigger>
          <Tabs.Trigger value="kept" className={TAB}>
            Saved
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="notes" className="space-y-5">
          <NotesTab {...props} />
        </Tabs.Content>
        <Tabs.Content value="kept" className="space-y-6">
          <SavedTab {...props} />
        </Tabs.Content>
      </Tabs.Root>
    </aside>
  )
}

const NotesTab = ({
  open: { written },
  bench,
  trial,
  playing,
  hovered,
  onHear,
  onPoint,
  onOutline,
}: SideColumnProps) => {
  const { line, explanation, selection, chosen } = bench
  const { reviewed, trying, fixedLine, setTried } = trial
  if (!line || !explanation) return <p className="text-soft">No line over these bars yet.</p>
  return (
    <>
      <div>
        <NotePanel
          analysis={written}
          line={line}
          explanation={explanation}
          selected={hovered ?? selection.at}
        />
        {selection.at !== undefined && chosen.length === 1 && (
          <FigureList
            analysis={written}
            line={line}
            selected={selection.at}
            onOutline={onOutline}
            onTake={bench.onFigure}
          />
        )}
        {selection.at !== undefined && (
          <NoteTools
            count={chosen.length}
            locked={bench.allLocked}
            onEdit={bench.onEdit}
            onLock={bench.onLock}
            onRewrite={bench.onRewrite}
            onPhrase={bench.onPhrase}
          />
        )}
      </div>
      {reviewed && (
        <ReviewPanel
          review={reviewed.review}
          trying={trying}
          playing={playing}
          onPoint={onPoint}
          onTry={setTried}
          onHear={onHear}
          onTake={() => {
            if (fixedLine) bench.write(fixedLine.notes)
            setTried(undefined)
            onPoint(undefined)
          }}
        />
      )}
    </>
  )
}

const SavedTab = ({ open, editor, bench, saved }: SideColumnProps) => (
  <>
    {bench.concert && (
      <LineDetails
        line={bench.concert}
        onChange={bench.onName}
        onKeep={bench.keep}
        onVersion={bench.onVersion}
      />
    )}
    <SavedLines
      lines={saved}
      current={bench.concert?.id}
      onOpen={(line) => {
        editor.actions.open(line)
        open.setStretch(line.stretch)
      }}
      onRemove={({ updatedAt: _at, tune: _tune, ...line }) => bench.removeLine({ ...line, seed: 0 })}
    />
    <PhraseList sounding={open.sounding} onUse={bench.putPhrase} onRemove={bench.removePhrase} />
  </>
)
