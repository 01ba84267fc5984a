import { DndContext, type DragEndEvent, type UniqueIdentifier } from '@dnd-kit/core'
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { type ExerciseAnswer, type SetListAnswer, SetListBody } from '@eager-contour/contract'
import { Link } from 'react-router'
import { useRecordForm } from '../data/recordForm.ts'
import { ListSheet } from '../notation/ListSheet.tsx'
import { printSheet } from '../notation/printing.tsx'
import { requestOf } from '../practice/ownExercise.ts'
import { stageAddress } from '../practice/stageAddress.ts'
import { useSettings } from '../settings/settings.ts'
import { Button } from '../ui/Button.tsx'
import { counted } from '../ui/counted.ts'
import { dragAccessibility, useDragSensors } from '../ui/dragging.ts'
import { FieldError } from '../ui/FieldError.tsx'
import { Grip } from '../ui/Grip.tsx'
import { buttonLook, FIELD } from '../ui/looks.ts'
import { useExerciseText } from './useExerciseText.ts'

interface SetListProps {
  readonly list: Omit<SetListAnswer, 'updatedAt'>
  readonly exercises: readonly ExerciseAnswer[]
  readonly onSave: (list: Omit<SetListAnswer, 'updatedAt'>) => void
  readonly onDelete: (list: Omit<SetListAnswer, 'updatedAt'>) => void
}

/** One set list: its name, and its exercises in order, which are dragged or taken off. */
export const SetList = ({ list, exercises, onSave, onDelete }: SetListProps) => {
  const { instrument } = useSettings()
  const textOf = useExerciseText()
  const order = list.exercises
  const sensors = useDragSensors()
  const row = order.map((id) => exercises.find((one) => one.id === id))
  const first = row.findIndex((one) => one !== undefined)
  // An exercise may be on the list twice: its place is its id while it is dragged, counted from 1.
  const places = row.map((_, at) => at + 1)
  const nameOf = (place: UniqueIdentifier) =>
    `${row[Number(place) - 1]?.title ?? 'deleted exercise'}, number ${place}`
  const listed = (exercise: ExerciseAnswer, at: number) => {
    const { facts, asks } = textOf(exercise)
    return { id: `${exercise.id} ${at}`, lead: String(at + 1), name: exercise.title, facts, remark: asks }
  }
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || over.id === active.id) return
    const [from, to] = [Number(active.id) - 1, Number(over.id) - 1]
    onSave({ ...list, exercises: arrayMove([...order], from, to) })
  }
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <SetListName list={list} onSave={(title) => onSave({ ...list, title })} />
        {row[first] && (
          <Link
            to={stageAddress(requestOf(row[first], {}, { id: list.id, at: first }))}
            className={buttonLook('main')}
            aria-label={`Play the list ${list.title}`}
          >
            Play {list.exercises.length}
          </Link>
        )}
        {row[first] && (
          <Link
            to={stageAddress(requestOf(row[first], { byItself: true }, { id: list.id, at: first }))}
            className="underline underline-offset-4"
            aria-label={`Play ${list.title} without a pedal`}
          >
            without a pedal
          </Link>
        )}
        {row[first] && (
          <Button look="quiet" aria-label={`Print ${list.title}`} onClick={() => printSheet(list.id)}>
            Print
          </Button>
        )}
        <Button look="quiet" aria-label={`Delete: ${list.title}`} onClick={() => onDelete(list)}>
          ×
        </Button>
      </div>
      <ListSheet
        name={list.id}
        title={list.title}
        facts={[counted(row.length, 'exercise'), `for ${instrument.name}`]}
        rows={() => row.flatMap((exercise, at) => (exercise ? [listed(exercise, at)] : []))}
      />
      <DndContext sensors={sensors} accessibility={dragAccessibility(nameOf)} onDragEnd={onDragEnd}>
        <SortableContext items={places} strategy={verticalListSortingStrategy}>
          <ol className="mt-1">
            {row.map((exercise, at) => (
              <ListedExercise
                key={`${order[at]} ${at}`}
                place={at + 1}
                title={exercise?.title}
                onTakeOff={() => onSave({ ...list, exercises: order.filter((_, index) => index !== at) })}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
    </>
  )
}

interface SetListNameProps {
  readonly list: Pick<SetListAnswer, 'id' | 'title'>
  readonly onSave: (title: string) => void
}

/** The name, saved when it is left. */
const SetListName = ({ list, onSave }: SetListNameProps) => {
  const { register, handleSubmit, formState } = useRecordForm(SetListBody, { title: list.title })
  const { title: wrong } = formState.errors
  const error = `${list.id}-error`
  const save = handleSubmit(({ title }) => {
    const name = title.trim()
    if (name !== '' && name !== list.title) onSave(name)
  })
  return (
    <form className="min-w-0 grow" onSubmit={(event) => void save(event)}>
      <input
        aria-label={`Name of the set list ${list.title}`}
        aria-invalid={wrong !== undefined}
        aria-describedby={error}
        className={`${FIELD} w-full text-lg font-semibold`}
        {...register('title', { onBlur: () => void save() })}
      />
      <FieldError id={error} error={wrong} />
    </form>
  )
}

interface ListedExerciseProps {
  /** From 1. */
  readonly place: number
  /** None if the exercise was deleted. */
  readonly title: string | undefined
  readonly onTakeOff: () => void
}

const ListedExercise = ({ place, title, onTakeOff }: ListedExerciseProps) => {
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition } = useSortable({
    id: place,
  })
  const name = title ?? 'deleted exercise'
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className="flex items-center gap-2 py-0.5"
    >
      <Grip label={`Move: ${name}`} activator={setActivatorNodeRef} {...{ attributes, listeners }} />
      <span className="min-w-0 grow">
        {place} {title ?? <span className="text-soft">deleted exercise</span>}
      </span>
      <Button look="quiet" aria-label={`Take ${name} off the list`} onClick={onTakeOff}>
        −
      </Button>
    </li>
  )
}
