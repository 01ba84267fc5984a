import { DEVELOPMENTS, wordReason } from '@eager-contour/core'
import { Button } from '../../ui/Button.tsx'
import type { DevelopmentTrial } from './useDevelopment.ts'

interface DevelopPanelProps {
  readonly development: DevelopmentTrial
  readonly playing: boolean
  readonly onHear: () => void
}

/** What can be made of the selected notes, and what is being tried. */
export const DevelopPanel = ({ development, playing, onHear }: DevelopPanelProps) => {
  const { tried, onTry, onTake, onLeave } = development
  return (
    <details className="mt-1">
      <summary className="min-h-10 cursor-pointer py-2 font-semibold">Make something of it</summary>
      <div role="group" aria-label="Make something of it" className="grid gap-1">
        {DEVELOPMENTS.map(({ id, name, description }) => (
          <div key={id}>
            <button
              type="button"
              title={description}
              aria-pressed={tried?.id === id}
              className="min-h-9 w-full rounded-lg border border-rule px-2 text-left text-sm hover:bg-chosen aria-pressed:bg-chosen"
              onClick={() => void onTry(id)}
            >
              {name}
            </button>
            {tried?.id === id && (
              <div role="group" aria-label={name} className="mb-1">
                {tried.why && <p className="text-sm text-soft">{wordReason(tried.why)}</p>}
                {tried.line && (
                  <>
                    <Button look="quiet" onClick={onHear}>
                      {playing ? 'Stop' : 'Hear it'}
                    </Button>
                    <Button look="quiet" onClick={onTake}>
                      Take it
                    </Button>
                  </>
                )}
                <Button look="quiet" onClick={onLeave}>
                  Leave it
                </Button>
              </div>
            )}
          </div>
        ))}
      </div>
    </details>
  )
}
