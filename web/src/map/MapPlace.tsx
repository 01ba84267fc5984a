import {
  type Analysis,
  type ChordChange,
  type ChordSpan,
  changeBetween,
  degreeName,
  fifthsOf,
  fourTones,
  guideTones,
  parentOf,
  SCALES,
  scaleSpellings,
  stepsInWords,
  withSigns,
} from '@eager-contour/core'
import { useSettings } from '../app/settings.ts'
import { ChordSymbol } from '../parts/ChordSymbol.tsx'
import { useOpenTune } from '../tune/useTune.ts'
import { keyWords } from '../tune/written.ts'

/** What each chord of the stretch does: key, numeral, scale, chord tones, and how it goes into the next. */
export const MapPlace = () => {
  const { written, stretch } = useOpenTune()
  const spans = written.spans.filter(
    (span) => span.bar >= stretch.from && span.bar <= stretch.to && isNew(written, span),
  )
  const named = written.patterns.filter(({ from, to }) =>
    spans.some((span) => span.index >= from && span.index <= to),
  )
  return (
    <section
      aria-label="Map of the stretch"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways must be reached by keys.
      tabIndex={0}
      className="grow overflow-x-auto bg-sheet px-5 pt-4 pb-8"
    >
      <p className="mb-3 text-lg">
        {named.length === 0
          ? 'No pattern is found in this stretch.'
          : named.map((pattern) => `${pattern.name} in ${keyWords(pattern.key)}`).join(' · ')}
      </p>
      <ol className="flex min-w-max gap-0">
        {spans.map((span, at) => (
          <ChordColumn key={span.index} analysis={written} span={span} next={spans[at + 1]} />
        ))}
      </ol>
    </section>
  )
}

/** Chords that go on from the bar before are told once. */
const isNew = (analysis: Analysis, span: ChordSpan): boolean =>
  analysis.spans[span.index - 1]?.chord.symbol !== span.chord.symbol

interface ColumnProps {
  readonly analysis: Analysis
  readonly span: ChordSpan
  readonly next: ChordSpan | undefined
}

const ChordColumn = ({ analysis, span, next }: ColumnProps) => {
  const { chordStyle } = useSettings()
  const reading = analysis.readings[span.index]!
  const other = reading.alternatives[0]
  const tones = [...fourTones(span.chord)].reverse()
  const guides = guideTones(span.chord).map(({ degree }) => degree)
  return (
    <li className="flex w-72 flex-col border-l border-rule pr-6 pl-4" aria-label={`Bar ${span.bar + 1}`}>
      <div className="text-sm text-soft">bar {span.bar + 1}</div>
      <ChordSymbol chord={span.chord} style={chordStyle} className="text-4xl" />
      <div className="mt-1 flex items-baseline gap-2">
        <span className="font-head text-2xl font-bold">{withSigns(reading.numeral)}</span>
        <span>in {keyWords(reading.key)}</span>
      </div>
      {span.chord.tones.length > 0 && <ScaleLines analysis={analysis} span={span} />}
      <ul className="mt-4" aria-label="Chord tones">
        {tones.map((tone) => (
          <li
            key={tone.degree}
            className={`my-1 flex items-baseline gap-3 rounded px-3 py-0.5 ${guides.includes(tone.degree) ? 'bg-ledge-guide font-bold' : 'bg-ledge'}`}
          >
            <span className="w-8 text-lg">{degreeName(tone.degree)}</span>
            <span className="font-head text-2xl">{withSigns(tone.spelling)}</span>
            {guides.includes(tone.degree) && <span className="ml-auto text-sm font-normal">guide tone</span>}
          </li>
        ))}
      </ul>
      {other && (
        <p className="mt-2 text-sm text-soft">
          Next best: {withSigns(other.numeral)} in {keyWords(other.key)}
        </p>
      )}
      {next && next.chord.tones.length > 0 && span.chord.tones.length > 0 && (
        <Change change={changeBetween(span.chord, next.chord)} next={next} />
      )}
    </li>
  )
}

const ScaleLines = ({ analysis, span }: { readonly analysis: Analysis; readonly span: ChordSpan }) => {
  const { scaleNames } = useSettings()
  const reading = analysis.readings[span.index]!
  const root = fifthsOf(span.chord.root)
  const parent = parentOf(reading.scale, root)
  const mode = `${withSigns(span.chord.root)} ${SCALES[reading.scale].name}`
  const fromParent = `${withSigns(parent.root)} ${parent.name} from ${withSigns(span.chord.root)}`
  return (
    <div className="mt-2 min-h-[6.5rem]">
      <div>{scaleNames === 'mode' ? mode : fromParent}</div>
      <div className="text-lg">{scaleSpellings(reading.scale, root).map(withSigns).join(' ')}</div>
      <div className="text-sm text-soft">{scaleNames === 'mode' ? fromParent : mode}</div>
      {reading.avoid.length > 0 && (
        <div className="text-sm text-soft">
          on strong beats avoid the {reading.avoid.map(degreeName).join(' and ')}
        </div>
      )}
    </div>
  )
}

const Change = ({ change, next }: { readonly change: ChordChange; readonly next: ChordSpan }) => {
  const { chordStyle } = useSettings()
  return (
    <div className="mt-4 border-t border-rule pt-2">
      <h2 className="text-lg">
        Into <ChordSymbol chord={next.chord} style={chordStyle} />
      </h2>
      <table className="w-full">
        <tbody>
          {[...change.stays.map((tone) => ({ ...tone, semitones: 0 })), ...change.moves].map(
            ({ from, to, semitones }) => (
              <tr key={from.degree}>
                <td className="text-soft">{degreeName(from.degree)}</td>
                <td className="font-semibold">{withSigns(from.spelling)}</td>
                <td aria-label="goes to">→</td>
                <td className="text-soft">{degreeName(to.degree)}</td>
                <td className="font-semibold">{withSigns(to.spelling)}</td>
                <td className="text-right text-sm">{semitones === 0 ? 'stays' : stepsInWords(semitones)}</td>
              </tr>
            ),
          )}
        </tbody>
      </table>
    </div>
  )
}
