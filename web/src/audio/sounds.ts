import type { Kit, MidiVoice, Part } from '@eager-contour/core'

/** A sound that a part can have: its General MIDI program (0 to 127) in the sound font that ships. */
export interface SoundRow {
  readonly id: string
  readonly name: string
  readonly program: number
}

/** The sounds of the line. */
export const LINE_SOUNDS: readonly SoundRow[] = [
  { id: 'piano', name: 'piano', program: 0 },
  { id: 'alto-sax', name: 'alto sax', program: 65 },
  { id: 'tenor-sax', name: 'tenor sax', program: 66 },
  { id: 'trumpet', name: 'trumpet', program: 56 },
  { id: 'trombone', name: 'trombone', program: 57 },
  { id: 'clarinet', name: 'clarinet', program: 71 },
  { id: 'guitar', name: 'guitar', program: 26 },
  { id: 'vibraphone', name: 'vibraphone', program: 11 },
]

/** The sound of an instrument that has none of its own: its nearest relative's. */
const RELATIVES: Readonly<Record<string, string>> = {
  flugelhorn: 'trumpet',
  'f-horn': 'trombone',
  'baritone-sax': 'tenor-sax',
  concert: 'clarinet',
  'concert-bass': 'trombone',
  'bass-guitar': 'guitar',
  'double-bass': 'guitar',
}

/** The sound of the line on an instrument. */
export const soundOfInstrument = (instrument: string): string => RELATIVES[instrument] ?? instrument

/** The sounds for comping. */
export const COMP_SOUNDS: readonly SoundRow[] = LINE_SOUNDS.filter(({ id }) =>
  ['piano', 'guitar', 'vibraphone'].includes(id),
)

const BASS = { program: 32, channel: 1 } as const
/** General MIDI keeps its tenth channel, 9 from 0, for percussion. */
const PERCUSSION = 9
const KITS: Readonly<Record<Kit, number>> = { sticks: 32, brushes: 40 }

const programOf = (rows: readonly SoundRow[], id: string): number =>
  (rows.find((row) => row.id === id) ?? rows[0]!).program

/** The voice of each part. The metronome has the sticks' kit on a channel of its own during playback. */
export const voicesOf = (
  { lineSound, compSound }: { readonly lineSound: string; readonly compSound: string },
  kit: Kit,
): Readonly<Record<Part, MidiVoice>> => ({
  line: { name: 'Line', channel: 0, program: programOf(LINE_SOUNDS, lineSound) },
  bass: { name: 'Bass', ...BASS },
  comp: { name: 'Comping', channel: 2, program: programOf(COMP_SOUNDS, compSound) },
  drums: { name: 'Drums', channel: PERCUSSION, program: KITS[kit] },
  click: { name: 'Metronome', channel: PERCUSSION + 1, program: KITS.sticks },
})

/** The same voices for a file, where the metronome must share the percussion channel. */
export const fileVoices = (voices: Readonly<Record<Part, MidiVoice>>): Readonly<Record<Part, MidiVoice>> => ({
  ...voices,
  click: { ...voices.click, channel: PERCUSSION, program: voices.drums.program },
})

/** MIDI controller 7, from a part's volume of 0 to 100 and whether it is muted. */
export const loudnessOf = (volume: number, silent: boolean): number =>
  silent ? 0 : Math.round((Math.min(100, Math.max(0, volume)) / 100) * 127)

/** The controller that sets a channel's volume. */
export const VOLUME = 7
