import { Link, useSearchParams } from 'react-router'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { alternativesAsked, anotherAsked, selectCanUndo, selectComposing } from './editor/editorSlice.ts'
import { undo } from './editor/lineHistory.ts'
import { useOpenLine } from './editor/openLine.ts'
import { FilesMenu } from './files/FilesMenu.tsx'
import { useLineSaving } from './saved/useLineSaving.ts'

/** Below the line: files, another line, saving, drilling. */
export const LineButtons = () => {
  const { open, concert, line } = useOpenLine()
  const { tune, stretch } = open
  const dispatch = useAppDispatch()
  const composing = useAppSelector(selectComposing)
  const canUndo = useAppSelector(selectCanUndo)
  const { onSave } = useLineSaving()
  const [params] = useSearchParams()
  const bars = params.get('bars') ?? `${stretch.from + 1}-${stretch.to + 1}`
  return (
    <>
      <span className="text-soft" role="status">
        {composing ? 'Composing …' : ''}
      </span>
      <FilesMenu />
      {line && concert && (
        <>
          <Button onClick={() => dispatch(undo())} disabled={!canUndo}>
            Undo
          </Button>
          <Button onClick={() => dispatch(anotherAsked())} disabled={composing}>
            Another
          </Button>
          <Button onClick={() => dispatch(alternativesAsked())} disabled={composing}>
            Show eight
          </Button>
          <Button look="main" onClick={onSave}>
            Save
          </Button>
          {concert.id !== undefined && (
            <Link
              to={`/stage/${tune.id}?${new URLSearchParams({ bars, rung: 'your-line', line: concert.id })}`}
              className="px-2 underline underline-offset-4"
            >
              Drill it
            </Link>
          )}
        </>
      )}
    </>
  )
}
