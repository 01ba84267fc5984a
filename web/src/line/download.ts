import {
  type Analysis,
  type Instrument,
  type Line,
  type Stretch,
  writeMidi,
  writeMusicXml,
} from '@eager-contour/core'

const save = (name: string, type: string, content: BlobPart): void => {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type }))
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

const fileName = (title: string, ending: string): string =>
  `${
    title
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'line'
  }.${ending}`

/** The line as the player's part: written for the instrument, with what it sounds told in the file. */
export const saveMusicXml = (
  title: string,
  written: Analysis,
  line: Line,
  stretch: Stretch,
  instrument: Instrument,
): void =>
  save(
    fileName(title, 'musicxml'),
    'application/vnd.recordare.musicxml+xml',
    writeMusicXml(written.chart, line, stretch, {
      title,
      part: instrument.name,
      clef: instrument.clef,
      written: instrument.written,
    }),
  )

/** The line as it sounds. */
export const saveMidi = (
  title: string,
  sounding: Analysis,
  line: Line,
  stretch: Stretch,
  tempo: number,
): void =>
  save(fileName(title, 'mid'), 'audio/midi', writeMidi(sounding.chart, line, stretch, tempo).slice().buffer)
