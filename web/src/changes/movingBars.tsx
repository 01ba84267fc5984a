import {
  DndContext,
  type DragEndEvent,
  DragOverlay,
  type UniqueIdentifier,
  useDraggable,
  useDroppable,
} from '@dnd-kit/core'
import { type Chart, moveBar, moveSection, sectionOf, writtenSections } from '@eager-contour/core'
import { GripVertical } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import { dragAccessibility, useDragSensors } from '../ui/dragging.ts'

/** A bar, or the section that begins in it, by the bar's number from 0. */
const barId = (at: number): UniqueIdentifier => `bar ${at}`
const sectionId = (at: number): UniqueIdentifier => `section ${at}`
const placeOf = (id: UniqueIdentifier): { readonly kind: string; readonly at: number } => {
  const [kind = '', at] = String(id).split(' ')
  return { kind, at: Number(at) }
}

interface MovingBarsProps {
  readonly chart: Chart
  /** The chart that is changed. */
  readonly current: () => Chart
  readonly onChange: (chart: Chart) => void
  readonly onChoose: (bar: number) => void
  readonly children: ReactNode
}

/** Bars and sections that are dragged to another bar of the form, by pointer or keys. */
export const MovingBars = ({ chart, current, onChange, onChoose, children }: MovingBarsProps) => {
  const sensors = useDragSensors()
  const [dragged, setDragged] = useState<UniqueIdentifier>()
  const nameOf = useMemo(
    () => (id: UniqueIdentifier) => {
      const { kind, at } = placeOf(id)
      return kind === 'bar' ? `Bar ${at + 1}` : `Section ${chart.written[at]?.bar.section ?? ''}`
    },
    [chart],
  )
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    setDragged(undefined)
    if (!over) return
    const [{ kind, at: from }, { at: to }] = [placeOf(active.id), placeOf(over.id)]
    if (kind === 'bar') {
      if (from === to) return
      onChange(moveBar(current(), from, to))
      onChoose(to)
      return
    }
    const now = current()
    const [section, target] = [sectionOf(now, from), sectionOf(now, to)]
    if (section === target) return
    const moved = moveSection(now, section, target)
    onChange(moved)
    onChoose(writtenSections(moved)[target]?.from ?? 0)
  }
  return (
    <DndContext
      sensors={sensors}
      accessibility={dragAccessibility(nameOf)}
      onDragStart={({ active }) => setDragged(active.id)}
      onDragEnd={onDragEnd}
      onDragCancel={() => setDragged(undefined)}
    >
      {children}
      <DragOverlay>
        {dragged !== undefined && (
          <span className="inline-block whitespace-nowrap rounded-lg bg-ink px-2 py-1 text-on-ink">
            {nameOf(dragged)}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  )
}

interface BarPlaceProps {
  readonly at: number
  readonly chosen: boolean
  /** Whether a repeat opens or closes here. */
  readonly opens: boolean
  readonly closes: boolean
  readonly onChoose: (bar: number) => void
  readonly children: ReactNode
}

/** The place of a bar in the form, with the handle that drags it. */
export const BarPlace = ({ at, chosen, opens, closes, onChoose, children }: BarPlaceProps) => {
  const { setNodeRef: placeRef, isOver } = useDroppable({ id: barId(at) })
  const { setNodeRef: handleRef, attributes, listeners } = useDraggable({ id: barId(at) })
  return (
    <div
      ref={placeRef}
      data-written={at}
      className={`group relative flex min-h-14 items-stretch border-l pt-4 pb-1 ${opens ? 'border-l-4 border-ink' : 'border-rule'} ${closes ? 'border-r-4 border-r-ink' : ''} ${isOver ? 'outline-2 -outline-offset-2 outline-heather' : ''} ${chosen ? 'bg-chosen' : ''}`}
    >
      <button
        ref={handleRef}
        type="button"
        {...attributes}
        {...listeners}
        tabIndex={chosen ? 0 : -1}
        aria-label={`Move bar ${at + 1}`}
        onClick={() => onChoose(at)}
        className="w-4 shrink-0 cursor-grab touch-none opacity-40 group-hover:opacity-100 hover:bg-ledge focus-visible:opacity-100"
      >
        <GripVertical aria-hidden="true" size={14} />
      </button>
      {children}
    </div>
  )
}

interface SectionHandleProps {
  readonly at: number
  readonly name: string
  /** Whether its bar is being edited: then the Tab key reaches it. */
  readonly chosen: boolean
}

/** The name of a section where it begins: it drags the section. */
export const SectionHandle = ({ at, name, chosen }: SectionHandleProps) => {
  const { setNodeRef, attributes, listeners } = useDraggable({ id: sectionId(at) })
  if (name === '') return null
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...attributes}
      {...listeners}
      tabIndex={chosen ? 0 : -1}
      aria-label={`Move section ${name}`}
      className="z-10 -mt-0.5 cursor-grab touch-none rounded px-1 text-sm font-bold text-ink hover:bg-ledge"
    >
      {name}
    </button>
  )
}
