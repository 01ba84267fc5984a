import type { useSortable } from '@dnd-kit/sortable'
import { GripVertical } from 'lucide-react'

interface GripProps extends Pick<ReturnType<typeof useSortable>, 'attributes' | 'listeners'> {
  readonly label: string
  readonly activator: (element: HTMLElement | null) => void
}

/** Where something is picked up to be dragged, by pointer or keys. */
export const Grip = ({ label, activator, attributes, listeners }: GripProps) => (
  <button
    ref={activator}
    type="button"
    {...attributes}
    {...listeners}
    aria-label={label}
    className="flex min-h-11 w-8 shrink-0 cursor-grab touch-none items-center justify-center rounded-lg text-soft hover:bg-chosen"
  >
    <GripVertical aria-hidden="true" size={18} />
  </button>
)
