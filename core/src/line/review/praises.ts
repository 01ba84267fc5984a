import { deviceRow } from '../figures/devices.ts'
import { LEAP } from '../notes/limits.ts'
import { phrasesOf } from '../notes/shapes.ts'
import { at, type Rule, ruleRow, symbolAt } from './rules.ts'

/** What is good in a line: each is praised once. */
export const PRAISES: readonly Rule[] = [
  ruleRow('praise.join', 'connection', (analysedLine) =>
    analysedLine.explanation.joins
      .filter(
        ({ semitones, to, fromDegree }) =>
          Math.abs(semitones) === 1 && analysedLine.notes[to]!.isGuide && fromDegree.endsWith('7'),
      )
      .map(({ from, to, chord, fromDegree, toDegree, semitones }) => ({
        from,
        to,
        args: [fromDegree, semitones, toDegree, symbolAt(analysedLine, chord)],
      })),
  ),
  ruleRow('praise.enclosure', 'resolution', (analysedLine) =>
    analysedLine.explanation.devices
      .filter(
        ({ device, to }) =>
          deviceRow(device).encloses &&
          analysedLine.notes[to]!.isGuide &&
          analysedLine.notes[to]!.strength === 2,
      )
      .map(({ device, from, to }) => ({
        from,
        to,
        args: [
          device,
          analysedLine.explanation.notes[to]!.degree,
          symbolAt(analysedLine, analysedLine.notes[to]!.chord),
        ],
      })),
  ),
  ruleRow('praise.register', 'phrasing', ({ notes }) =>
    phrasesOf(notes)
      .slice(1)
      .flatMap(([from]) =>
        Math.abs(notes[from]!.midi - notes[from - 1]!.midi) >= LEAP
          ? [{ from: from - 1, to: from, args: [] }]
          : [],
      ),
  ),
  ruleRow('praise.end', 'ending', (analysedLine) => {
    const last = analysedLine.notes.at(-1)
    const reading = last && analysedLine.explanation.notes[last.index]!
    return last && reading && last.isTone && ['R', '3', 'b3', '5'].includes(reading.degree)
      ? [at(last.index, reading.degree, symbolAt(analysedLine, last.chord))]
      : []
  }),
]
