import type { ReactNode } from 'react'
import { ZOOMS, type Zoom } from '../../notation/layout.ts'
import type { View } from '../../notation/useView.ts'
import { Check } from '../../ui/Check.tsx'
import { PopoverButton } from '../../ui/PopoverButton.tsx'
import { SegmentedControl } from '../../ui/SegmentedControl.tsx'
import { Term } from '../../ui/Term.tsx'

const SHOWN: readonly { readonly part: Exclude<keyof View, 'zoom'>; readonly name: string }[] = [
  { part: 'keys', name: 'key bands' },
  { part: 'threads', name: 'guide-tone threads' },
  { part: 'staff', name: 'the staff' },
  { part: 'degrees', name: 'degrees under the notes' },
  { part: 'roles', name: 'role marks under the notes' },
  { part: 'articulation', name: 'slurs and accents of swing' },
  { part: 'table', name: 'the notes as a table' },
]

interface ViewBarProps {
  readonly view: View
  readonly onView: (part: Partial<View>) => void
  readonly children: ReactNode
}

/** The zoom, what is shown of the line, and what a page adds. */
export const ViewBar = ({ view, onView, children }: ViewBarProps) => (
  <div className="flex flex-wrap items-center gap-x-3 border-b border-rule pb-1">
    <SegmentedControl<string>
      label=""
      name="Bars per row"
      value={String(view.zoom)}
      options={ZOOMS.map(({ value, name }) => ({ value: String(value), label: name }))}
      onChange={(chosen) => onView({ zoom: zoomOf(chosen) })}
    />
    <PopoverButton name="Show">
      {SHOWN.map(({ part, name }) => (
        <Check key={part} label={name} checked={view[part]} onChange={(shown) => onView({ [part]: shown })} />
      ))}
    </PopoverButton>
    <span className="text-soft max-sm:hidden">
      <Term word="terrain">Terrain</Term> and <Term word="contour">contour</Term>
    </span>
    {children}
  </div>
)

const zoomOf = (text: string): Zoom => ZOOMS.find(({ value }) => String(value) === text)?.value ?? 'read'
