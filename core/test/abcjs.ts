import abcjs from 'abcjs'

interface Sounded {
  readonly cmd: string
  readonly pitch: number
  /** In whole notes. */
  readonly start: number
  readonly duration: number
}
const { parseOnly } = abcjs as unknown as {
  parseOnly: (
    text: string,
  ) => readonly { setUpAudio: (options: object) => { tracks: readonly (readonly Sounded[])[] } }[]
}

/** The notes of a tune in ABC as another reader plays them, its first voice alone; times in whole notes. */
export const soundedByAbcjs = (text: string): readonly Sounded[] =>
  parseOnly(text)[0]!
    .setUpAudio({ chordsOff: true })
    .tracks[0]!.filter(({ cmd }) => cmd === 'note')
