import {
  instrumentOf,
  type PhraseInKey,
  phraseFor,
  TONICS_BY_FOURTHS,
  wholeTune,
  withSigns,
  writeAbc,
} from '@eager-contour/core'
import { PhraseSheet } from '../notation/PhraseSheet.tsx'
import { printSoon } from '../notation/printing.tsx'
import { passageFor, saveAbcText, saveLineMidi, saveScore } from '../notation/scoreFiles.ts'
import type { KnownPhrase } from '../practice/knownPhrases.ts'
import { useSettings } from '../settings/settings.ts'
import { ActionMenu } from '../ui/ActionMenu.tsx'

/** The tempo of a phrase in a file, in quarters per minute. */
const TEMPO = 120

interface PhraseFilesProps {
  readonly known: KnownPhrase
  /** The key that is shown, in half steps above C at concert pitch. */
  readonly tonic: number
}

const stretchOf = ({ analysis }: PhraseInKey) => wholeTune(analysis.chart)
const keyName = ({ key }: PhraseInKey): string => `${withSigns(key.tonic)} ${key.mode}`

/** A phrase in twelve keys on paper and as files. */
export const PhraseFiles = ({ known: { title, phrase }, tonic }: PhraseFilesProps) => {
  const { instrument } = useSettings()
  const inKeys = (reader = instrument) => TONICS_BY_FOURTHS.map((one) => phraseFor(phrase, one, reader))
  /** In the instrument's range, as it sounds. */
  const concert = { ...instrument, written: instrumentOf('concert').written }
  return (
    <>
      <ActionMenu
        name="Files"
        actions={[
          { name: 'Print', description: 'Twelve keys on paper, for your instrument.', act: printSoon },
          {
            name: 'MusicXML',
            description: 'Twelve keys as your part, for any notation program.',
            act: () =>
              saveScore(title, [
                {
                  ...instrument,
                  passages: inKeys().map((one) => ({
                    ...passageFor(one.analysis.chart, one.line, stretchOf(one), instrument),
                    heading: keyName(one),
                  })),
                },
              ]),
          },
          {
            name: 'ABC',
            description: 'Twelve keys as text with chords, at concert pitch: a tune for each.',
            act: () =>
              saveAbcText(
                title,
                inKeys(concert)
                  .map((one, at) =>
                    writeAbc(
                      { ...one.analysis.chart, title: `${title}, ${keyName(one)}`, tempo: TEMPO },
                      one.line,
                      stretchOf(one),
                      at + 1,
                    ),
                  )
                  .join('\n'),
              ),
          },
          {
            name: 'MIDI',
            description: 'In the key shown, straight, at concert pitch.',
            act: () => {
              const one = phraseFor(phrase, tonic, concert)
              saveLineMidi(title, one.analysis.chart, one.line, stretchOf(one), TEMPO)
            },
          },
        ]}
      />
      <PhraseSheet title={title} inKeys={inKeys} />
    </>
  )
}
