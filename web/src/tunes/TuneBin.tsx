import { useBinQuery } from '../data/api.ts'
import { agoWords } from '../ui/agoWords.ts'
import { Button } from '../ui/Button.tsx'
import { counted } from '../ui/counted.ts'
import { useTuneEdits } from './useTuneEdits.ts'

/** The tunes that were deleted in the last 30 days, with all that belongs to them; each can be brought back. */
export const TuneBin = () => {
  const { data: tunes = [] } = useBinQuery()
  const edits = useTuneEdits()
  if (tunes.length === 0) return null
  return (
    <details className="mt-8">
      <summary className="min-h-11 cursor-pointer text-lg">Bin: {counted(tunes.length, 'tune')}</summary>
      <p className="text-soft">
        Kept for 30 days, with their lines, exercises and runs.{' '}
        {tunes.length > 1 && (
          <Button
            look="quiet"
            onClick={() => {
              for (const tune of tunes) void edits.restore(tune)
            }}
          >
            Bring all back
          </Button>
        )}
      </p>
      <ul aria-label="Deleted tunes">
        {tunes.map((tune) => (
          <li key={tune.id} className="flex items-center gap-4 border-t border-rule py-1">
            <span className="min-w-60 font-head text-xl">{tune.title}</span>
            <span className="text-soft">deleted {agoWords(tune.removedAt ?? '')}</span>
            <Button
              look="quiet"
              aria-label={`Bring back: ${tune.title}`}
              onClick={() => void edits.restore(tune)}
            >
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  )
}
