import { createRequire } from 'node:module'
import type { Page } from '@playwright/test'

const file = createRequire(import.meta.url).resolve('opensheetmusicdisplay')

/** A note as opensheetmusicdisplay reads it; the parts of a tied note are one. */
interface ReadNote {
  /** As it is written. */
  readonly midi: number
  /** On a tablature staff. */
  readonly string: number | undefined
  readonly fret: number | undefined
}

/** A score as it reads it: its notes, and how many quarters its notes and rests last. */
export interface ReadScore {
  readonly notes: readonly ReadNote[]
  readonly quarters: number
  /** The names of its parts, and the chord symbols in all of them together. */
  readonly parts: readonly string[]
  readonly chords: number
  /** Its octave lines: 0 is 8va, 1 is 8vb. */
  readonly octaveLines: readonly number[]
}

/** Reads MusicXML with opensheetmusicdisplay, in a page of its own. */
export const readScores = async (page: Page, texts: readonly string[]): Promise<readonly ReadScore[]> => {
  await page.setContent('<div id="sheet" style="width:1000px"></div>')
  await page.addScriptTag({ path: file })
  return page.evaluate(async (scores) => {
    // biome-ignore lint/suspicious/noExplicitAny: the reader's own types are not wanted here.
    const { OpenSheetMusicDisplay } = (globalThis as any).opensheetmusicdisplay
    const sheet = new OpenSheetMusicDisplay('sheet', { autoResize: false, backend: 'svg' })
    const read: ReadScore[] = []
    for (const text of scores) {
      await sheet.load(text)
      const notes: ReadNote[] = []
      let quarters = 0
      let chords = 0
      const octaveLines: number[] = []
      for (const measure of sheet.Sheet.SourceMeasures) {
        for (const { OctaveShiftStart: shift } of measure.StaffLinkedExpressions.flat())
          if (shift) octaveLines.push(shift.Type)
        for (const container of measure.VerticalSourceStaffEntryContainers)
          for (const entry of container.StaffEntries) {
            chords += entry?.ChordContainers.length ?? 0
            for (const voice of entry?.VoiceEntries ?? [])
              for (const note of voice.Notes) {
                quarters += note.Length.RealValue * 4
                if (note.isRest() || (note.NoteTie && note.NoteTie.StartNote !== note)) continue
                const { StringNumberTab: string, FretNumber: fret } = note
                notes.push({ midi: note.Pitch.getHalfTone() + 12, string, fret })
              }
          }
      }
      const parts = sheet.Sheet.Instruments.map(({ Name }: { Name: string }) => Name)
      read.push({ notes, quarters: Math.round(quarters * 1000) / 1000, parts, chords, octaveLines })
    }
    return read
  }, texts)
}
