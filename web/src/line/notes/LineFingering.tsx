import { FingeringPanel } from '../../notation/fingering/FingeringPanel.tsx'
import { useFingered } from '../../notation/fingering/useFingering.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { selectFingering } from '../editor/editorSlice.ts'
import { lineDetailsSet } from '../editor/lineHistory.ts'
import { useOpenLine } from '../editor/openLine.ts'

const NO_LINE = { notes: [] }

/** How the line is fingered, for an instrument with strings. */
export const LineFingering = () => {
  const { open, line, selection } = useOpenLine()
  const dispatch = useAppDispatch()
  const wish = useAppSelector(selectFingering)
  const fingered = useFingered(line ?? NO_LINE, wish)
  if (!fingered || !line) return null
  return (
    <details>
      <summary className="min-h-10 cursor-pointer py-2 font-semibold">Fingering</summary>
      <FingeringPanel
        {...{ fingered, line, wish }}
        chart={open.written.chart}
        selected={selection.at}
        onWish={(fingering) => dispatch(lineDetailsSet({ fingering }))}
      />
    </details>
  )
}
