import { type PhraseInKey, wholeTune, withSigns } from '@eager-contour/core'
import { useSettings } from '../settings/settings.ts'
import { PrintedStaff } from './PrintedStaff.tsx'
import { OnPaper, Sheet } from './printing.tsx'

interface PhraseSheetProps {
  readonly title: string
  /** The phrase in each key, as the instrument reads it; asked for when it is printed. */
  readonly inKeys: () => readonly PhraseInKey[]
}

/** A phrase in several keys on paper, one under the other. */
export const PhraseSheet = ({ title, inKeys }: PhraseSheetProps) => {
  const { instrument } = useSettings()
  return (
    <OnPaper>
      {() => (
        <Sheet testId="phrase-sheet" title={title} facts={['in twelve keys', `for ${instrument.name}`]}>
          {(width) =>
            inKeys().map(({ key, analysis, line }) => (
              <section key={key.tonic} className="print-system">
                <h2 className="text-xl">
                  {withSigns(key.tonic)} {key.mode}
                </h2>
                <PrintedStaff
                  {...{ analysis, line, width }}
                  stretch={wholeTune(analysis.chart)}
                  degrees={true}
                />
              </section>
            ))
          }
        </Sheet>
      )}
    </OnPaper>
  )
}
