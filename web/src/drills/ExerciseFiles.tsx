import { type ExerciseInKey, type Line, spellNotes, writeAbc } from '@eager-contour/core'
import { PrintSheet } from '../notation/PrintSheet.tsx'
import { printSoon } from '../notation/printing.tsx'
import { passageFor, saveAbcText, saveLineMidi, saveScore } from '../notation/scoreFiles.ts'
import { useSettings } from '../settings/settings.ts'
import { ActionMenu } from '../ui/ActionMenu.tsx'

interface ExerciseFilesProps {
  /** The rung's name. */
  readonly title: string
  /** The tune's. */
  readonly tune: string
  readonly made: ExerciseInKey
  /** What it asks, and how fast. */
  readonly remark: string
}

/** An exercise, or one way to play it, on paper and as files. */
export const ExerciseFiles = ({ title, tune, made, remark }: ExerciseFilesProps) => {
  const { instrument } = useSettings()
  const { written, sounding, line, exercise } = made
  const { stretch, tempo } = exercise.spec
  const name = `${title}, ${tune}`
  /** As it sounds, spelled by the changes. */
  const concert = (): Line =>
    spellNotes(
      sounding,
      line.notes.map(({ start, duration, midi }) => ({
        ...{ start, duration, midi: midi - instrument.written.semitones },
      })),
    )
  return (
    <>
      <ActionMenu
        name="Files"
        actions={[
          { name: 'Print', description: 'The exercise on paper, for your instrument.', act: printSoon },
          {
            name: 'MusicXML',
            description: 'As your part, for any notation program.',
            act: () =>
              saveScore(name, [
                { ...instrument, passages: [passageFor(written.chart, line, stretch, instrument)] },
              ]),
          },
          {
            name: 'ABC',
            description: 'As text with its chords, at concert pitch.',
            act: () =>
              saveAbcText(name, writeAbc({ ...sounding.chart, title: name, tempo }, concert(), stretch)),
          },
          {
            name: 'MIDI',
            description: 'As written, straight, at concert pitch.',
            act: () => saveLineMidi(name, sounding.chart, concert(), stretch, tempo),
          },
        ]}
      />
      <PrintSheet
        heading={{ title, tune, remark }}
        analysis={written}
        line={line}
        stretch={stretch}
        degrees={true}
      />
    </>
  )
}
