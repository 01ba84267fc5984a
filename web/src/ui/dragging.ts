import {
  type Announcements,
  type KeyboardCoordinateGetter,
  KeyboardSensor,
  PointerSensor,
  type ScreenReaderInstructions,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from '@dnd-kit/core'

/** Pixels that a pointer moves before a press is a drag. */
const SLACK = 5

/** How far a place is from another one in a direction; undefined if it isn't in that direction. */
const distance = (code: string, across: number, down: number): number | undefined => {
  const [along, aside] =
    {
      ArrowRight: [across, down],
      ArrowLeft: [-across, down],
      ArrowDown: [down, across],
      ArrowUp: [-down, across],
    }[code] ?? []
  // A place straight ahead is nearer than one aside.
  return along === undefined || along <= SLACK ? undefined : along + 2 * Math.abs(aside!)
}

/** An arrow key moves what is dragged to the next place in its direction. */
const nextPlace: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
  const { collisionRect, droppableRects, droppableContainers } = context
  if (!collisionRect) return undefined
  const places = droppableContainers.getEnabled().flatMap(({ id }) => {
    const rect = droppableRects.get(id)
    const far =
      rect &&
      distance(
        event.code,
        rect.left + rect.width / 2 - collisionRect.left - collisionRect.width / 2,
        rect.top + rect.height / 2 - collisionRect.top - collisionRect.height / 2,
      )
    return rect && far !== undefined ? [{ rect, far }] : []
  })
  const [nearest] = places.sort((a, b) => a.far - b.far)
  if (!nearest) return undefined
  event.preventDefault()
  const { rect } = nearest
  return {
    x: currentCoordinates.x + rect.left + (rect.width - collisionRect.width) / 2 - collisionRect.left,
    y: currentCoordinates.y + rect.top + (rect.height - collisionRect.height) / 2 - collisionRect.top,
  }
}

/** Dragging by pointer, and by keys: Space or Enter picks up and drops, arrows move, Escape cancels. */
export const useDragSensors = () =>
  useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: SLACK } }),
    useSensor(KeyboardSensor, { coordinateGetter: nextPlace }),
  )

const INSTRUCTIONS: ScreenReaderInstructions = {
  draggable: 'To move it, press Space, then the arrow keys; Space drops it, Escape cancels.',
}

/** What a screen reader says while something is dragged, from the words for what moves and where it is. */
export const dragAccessibility = (
  nameOf: (id: UniqueIdentifier) => string,
): {
  readonly announcements: Announcements
  readonly screenReaderInstructions: ScreenReaderInstructions
} => ({
  announcements: {
    onDragStart: ({ active }) => `${nameOf(active.id)} picked up.`,
    onDragOver: ({ active, over }) =>
      over ? `${nameOf(active.id)} is over ${nameOf(over.id)}.` : `${nameOf(active.id)} is over no place.`,
    onDragEnd: ({ active, over }) =>
      over ? `${nameOf(active.id)} dropped on ${nameOf(over.id)}.` : `${nameOf(active.id)} not moved.`,
    onDragCancel: ({ active }) => `${nameOf(active.id)} not moved.`,
  },
  screenReaderInstructions: INSTRUCTIONS,
})
