import { DndContext, DragOverlay, useDraggable, useDroppable } from '@dnd-kit/core'
import { type Phrase, phraseFits } from '@eager-contour/core'
import { createContext, type ReactNode, use, useMemo, useState } from 'react'
import type { SystemLayout } from '../../notation/layout.ts'
import type { KnownPhrase } from '../../practice/knownPhrases.ts'
import { dragAccessibility, useDragSensors } from '../../ui/dragging.ts'
import { Grip } from '../../ui/Grip.tsx'
import { useOpenLine } from '../editor/openLine.ts'
import { usePhrases } from './usePhrases.ts'

/** What is dragged: a phrase, with the bars (from 0) where it fits. */
interface Dragged {
  readonly title: string
  readonly phrase: Phrase
  readonly bars: readonly number[]
}

const DraggedPhrase = createContext<Dragged | undefined>(undefined)

const BAR = 'bar '
const barOf = (id: string | number | undefined): number | undefined =>
  id === undefined ? undefined : Number(String(id).slice(BAR.length))

/** Phrases are dragged from their list onto bars, by pointer or keys: shown in outline over a bar, put into it when dropped. */
export const PhraseDragging = ({ children }: { readonly children: ReactNode }) => {
  const { open } = useOpenLine()
  const { onTry, onPut } = usePhrases()
  const sensors = useDragSensors()
  const [dragged, setDragged] = useState<Dragged>()
  const end = () => {
    setDragged(undefined)
    onTry()
  }
  const accessibility = useMemo(
    () => dragAccessibility((id) => (String(id).startsWith(BAR) ? `Bar ${barOf(id)! + 1}` : 'The phrase')),
    [],
  )
  return (
    <DndContext
      sensors={sensors}
      accessibility={accessibility}
      onDragStart={({ active }) => {
        const { title, phrase } = active.data.current as KnownPhrase
        setDragged({ title, phrase, bars: phraseFits(open.sounding, phrase) })
      }}
      onDragOver={({ over }) => {
        const bar = barOf(over?.id)
        if (dragged) onTry(bar === undefined ? undefined : dragged.phrase, bar)
      }}
      onDragEnd={({ over }) => {
        const bar = barOf(over?.id)
        const phrase = dragged?.phrase
        end()
        if (phrase && bar !== undefined) onPut(phrase, bar)
      }}
      onDragCancel={end}
    >
      <DraggedPhrase value={dragged}>{children}</DraggedPhrase>
      <DragOverlay dropAnimation={null}>
        {dragged && (
          <span className="inline-block rounded-lg bg-ink px-2 py-1 whitespace-nowrap text-on-ink">
            {dragged.title}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  )
}

/** Where a phrase is picked up. */
export const PhraseHandle = ({ known }: { readonly known: KnownPhrase }) => {
  const { setNodeRef, listeners, attributes } = useDraggable({ id: `phrase ${known.id}`, data: known })
  return (
    <Grip label={`Drag to a bar: ${known.title}`} activator={setNodeRef} {...{ attributes, listeners }} />
  )
}

/** Over a system while a phrase is dragged: the bars where it fits. */
export const PhraseBars = ({ layout }: { readonly layout: SystemLayout }) => {
  const dragged = use(DraggedPhrase)
  if (!dragged) return null
  return dragged.bars
    .filter((bar) => bar >= layout.from && bar <= layout.to)
    .map((bar) => <PhraseBar key={bar} bar={bar} layout={layout} />)
}

const PhraseBar = ({ bar, layout }: { readonly bar: number; readonly layout: SystemLayout }) => {
  const { setNodeRef, isOver } = useDroppable({ id: `${BAR}${bar}` })
  const left = layout.barX(bar)
  const right = bar === layout.to ? layout.width : layout.barX(bar + 1)
  return (
    <div
      ref={setNodeRef}
      data-testid="phrase-bar"
      className={`absolute inset-y-0 z-10 rounded-xl border-2 border-dashed border-heather ${isOver ? 'bg-heather/15' : ''}`}
      style={{ left, width: right - left }}
    />
  )
}
