import { useSettings } from '../settings/settings.ts'
import { useSaveSettings } from '../settings/useSaveSettings.ts'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'

/** The page that is printed on, and how large the notes are. */
export const PaperChoice = () => {
  const { page, printedNotes } = useSettings()
  const choose = useSaveSettings()
  return (
    <div className="flex flex-wrap gap-4">
      <SegmentedControl
        label="Page"
        value={page}
        onChange={(chosen) => choose({ page: chosen })}
        options={[
          { value: 'A4', label: 'A4' },
          { value: 'Letter', label: 'Letter' },
        ]}
      />
      <SegmentedControl
        label="Printed notes"
        value={printedNotes}
        onChange={(chosen) => choose({ printedNotes: chosen })}
        options={[
          { value: 'small', label: 'small' },
          { value: 'medium', label: 'medium' },
          { value: 'large', label: 'large, for a stand' },
        ]}
      />
    </div>
  )
}
