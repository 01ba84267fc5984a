import { DndContext, type DragEndEvent } from '@dnd-kit/core'
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { rungOf, wordReason } from '@eager-contour/core'
import { Link } from 'react-router'
import { blockAddress } from '../practice/blockAddress.ts'
import { changeBlock, keepSession, type Session, type SessionBlock } from '../practice/session.ts'
import { Button } from '../ui/Button.tsx'
import { dragAccessibility, useDragSensors } from '../ui/dragging.ts'
import { Grip } from '../ui/Grip.tsx'
import { useBlockText } from './useBlockText.ts'

/** A step easier: slower by this, down to the rung's lowest tempo. */
const EASIER = 0.85

interface BlockListProps {
  readonly session: Session
  readonly titles: ReadonlyMap<string, string>
}

/** The blocks of a session in their order, which is changed by dragging; each is skipped, put off, or made easier. */
export const BlockList = ({ session, titles }: BlockListProps) => {
  const { blocks } = session
  const textOf = useBlockText(titles)
  const sensors = useDragSensors()
  const nameOf = (id: string | number) => {
    const at = blocks.findIndex((one) => one.id === id)
    return at < 0 ? 'the block' : `${rungOf(blocks[at]!.rung).name}, number ${at + 1}`
  }
  const move = (from: number, to: number) =>
    keepSession({ ...session, blocks: arrayMove([...blocks], from, to) })
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || over.id === active.id) return
    const placeOf = (id: string | number) => blocks.findIndex((block) => block.id === id)
    move(placeOf(active.id), placeOf(over.id))
  }
  return (
    <DndContext sensors={sensors} accessibility={dragAccessibility(nameOf)} onDragEnd={onDragEnd}>
      <SortableContext items={blocks.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
        <ol className="mt-4" aria-label="Blocks">
          {blocks.map((block, at) => (
            <BlockRow
              key={block.id}
              block={block}
              text={textOf(block)}
              onLater={at < blocks.length - 1 ? () => move(at, at + 1) : undefined}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  )
}

interface BlockRowProps {
  readonly block: SessionBlock
  /** Tune, bars, key and tempo. */
  readonly text: string
  readonly onLater: (() => void) | undefined
}

const STATES = { done: 'done', skipped: 'skipped', waiting: '' } as const

const BlockRow = ({ block, text, onLater }: BlockRowProps) => {
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition } = useSortable({
    id: block.id,
  })
  const row = rungOf(block.rung)
  const waits = block.state === 'waiting'
  const easier = Math.max(row.tempo.from, Math.round(block.tempo * EASIER))
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      className={`grid grid-cols-[auto_4.5rem_minmax(0,1fr)_auto] items-center gap-x-3 border-t border-rule py-3 max-sm:grid-cols-[auto_auto_minmax(0,1fr)] ${waits ? '' : 'text-soft'}`}
    >
      <Grip label={`Move: ${row.name}`} activator={setActivatorNodeRef} {...{ attributes, listeners }} />
      <span className="text-3xl font-bold tabular-nums">
        {block.minutes}
        <span className="text-base font-normal text-soft"> min</span>
      </span>
      <div>
        <Link to={blockAddress(block)} className="text-xl font-semibold">
          {row.name}
        </Link>
        <span className="text-lg text-soft"> · {text}</span>
        <p className="text-soft">{wordReason(block.why)}</p>
      </div>
      {waits ? (
        <div className="flex gap-1 max-sm:col-span-3">
          <Button
            look="quiet"
            aria-label={`Skip: ${row.name}`}
            onClick={() => changeBlock(block.id, { state: 'skipped' })}
          >
            Skip
          </Button>
          {onLater && (
            <Button look="quiet" aria-label={`Later: ${row.name}`} onClick={onLater}>
              Later
            </Button>
          )}
          {easier < block.tempo && (
            <Button
              look="quiet"
              aria-label={`Easier: ${row.name}`}
              onClick={() => changeBlock(block.id, { tempo: easier })}
            >
              Easier
            </Button>
          )}
        </div>
      ) : (
        <span className="flex items-center gap-2 font-semibold">
          {STATES[block.state]}
          {block.state === 'skipped' && (
            <Button
              look="quiet"
              aria-label={`Bring back: ${row.name}`}
              onClick={() => changeBlock(block.id, { state: 'waiting' })}
            >
              Bring back
            </Button>
          )}
        </span>
      )}
    </li>
  )
}
