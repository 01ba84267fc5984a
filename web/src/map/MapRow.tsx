import {
  type Analysis,
  type Centre,
  degreeSemitones,
  fifthsOf,
  guideTones,
  joinName,
  joinsBetween,
  pitchClassOf,
  QUARTER,
  type SmallestSets,
  scaleDegrees,
  withSigns,
} from '@eager-contour/core'
import { scaleLinear } from 'd3-scale'
import { useCallback, useMemo, useRef } from 'react'
import { useClock } from '../audio/clock.ts'
import type { Heights } from '../notation/layout.ts'
import { useNoteText } from '../settings/names.ts'
import { useSettings } from '../settings/settings.ts'
import { keyWords } from '../tune/written.ts'
import { ChordSymbol, chordText } from '../ui/ChordSymbol.tsx'
import { FarGround, type Frame, NearGround, Sets, Threads } from './grounds.tsx'
import { keyMarks, type MapChord, patternMarks, type MapRow as Row, type RowMark } from './mapRows.ts'
import { useScaleText } from './useScaleText.ts'

const HALF_STEP = 20
const BRACKET = 24
const HEAD = 76
/** A line under a chord, the room of a letter in it, and around all lines, in pixels. */
const TEXT = { line: 17.5, letter: 7.2, around: 6 } as const
const BAND = 30

interface MapRowProps {
  readonly analysis: Analysis
  readonly row: Row
  readonly width: number
  /** Lowest and highest MIDI number shown. */
  readonly heights: Heights
  /** The key centre of the stretch, in the view by key centre. */
  readonly centre: Centre | undefined
  readonly sets: SmallestSets | undefined
  readonly chosen: number
  readonly onChoose: (index: number) => void
}

/**
 * A row of the map: patterns, symbols and numerals, the terrain with its threads, the connections, and the keys
 * beneath.
 */
export const MapRow = ({ analysis, row, width, heights, centre, sets, chosen, onChoose }: MapRowProps) => {
  const { chordStyle } = useSettings()
  const noteText = useNoteText()
  const cursor = useRef<HTMLDivElement>(null)
  const xOf = useMemo(() => scaleLinear([row.start, row.end], [0, width]), [row, width])
  const patterns = patternMarks(row, analysis, ({ name }) => name)
  const keys = keyMarks(row, analysis, ({ key, relation }) =>
    relation && relation !== 'other' ? `${keyWords(key)}, the ${relation} key` : keyWords(key),
  )
  const levels = Math.max(0, ...patterns.map(({ level }) => level + 1))
  const top = levels * BRACKET
  const ground = (heights.high - heights.low + 1) * HALF_STEP
  const frame: Frame = { ...heights, halfStep: HALF_STEP }
  useClock(
    useCallback(
      (tick) => {
        const mark = cursor.current
        if (!mark) return
        const here = tick !== undefined && tick >= row.start && tick < row.end
        mark.style.display = here ? 'block' : 'none'
        if (here) mark.style.transform = `translateX(${xOf(tick)}px)`
      },
      [row, xOf],
    ),
  )
  const scaleText = useScaleText(analysis)
  const scaleOf = ({ span }: MapChord) => scaleText(span)
  // Under narrow chords the words have more lines.
  const lines = row.chords.map((chord, at) => {
    const room = xOf(chord.end) - xOf(chord.start)
    const next = row.chords[at + 1]
    return linesOf(scaleOf(chord), room) + (next ? linesOf(joinText(chord, next), room) : 0)
  })
  const joins = TEXT.around + TEXT.line * Math.max(2, ...lines)
  return (
    <div
      className="relative mb-8"
      style={{ width, height: top + HEAD + ground + joins + BAND }}
      role="group"
      aria-label={`Bars ${row.from + 1} to ${row.to + 1}`}
    >
      {patterns.map((mark) => (
        <Bracket
          key={`${mark.name} ${mark.start}`}
          mark={mark}
          xOf={xOf}
          top={(levels - 1 - mark.level) * BRACKET}
        />
      ))}
      {row.chords.map((chord) => {
        const reading = analysis.readings[chord.span.index]!
        return (
          <div
            key={chord.span.index}
            aria-hidden="true"
            className="absolute overflow-visible pl-2 whitespace-nowrap"
            style={{ left: xOf(chord.start), top }}
          >
            <ChordSymbol chord={chord.span.chord} style={chordStyle} className="text-3xl" />
            <div className="-mt-1 text-xl leading-tight font-semibold">
              {withSigns(reading.numeral)}
              {reading.pivot && (
                <span className="text-sm font-normal text-soft">
                  {' '}
                  = {withSigns(reading.pivot.numeral)} in {withSigns(reading.pivot.key.tonic)}
                  {reading.pivot.key.mode === 'minor' ? 'm' : ''}
                </span>
              )}
            </div>
          </div>
        )
      })}
      <svg
        role="presentation"
        width={width}
        height={ground}
        className="absolute left-0 block overflow-visible"
        style={{ top: top + HEAD }}
      >
        {barLines(row, analysis).map((tick) => (
          <line key={tick} x1={xOf(tick)} x2={xOf(tick)} y1={0} y2={ground} stroke="var(--rule)" />
        ))}
        {centre ? (
          <FarGround {...{ frame, analysis, row, centre, xOf, noteText }} triad={triadOf(centre)} />
        ) : (
          <>
            {row.chords.map((chord) => (
              <NearGround
                key={chord.span.index}
                {...{ frame, analysis, chord, noteText }}
                x1={xOf(chord.start) + 8}
                x2={xOf(chord.end) - 24}
                dim={sets !== undefined}
              />
            ))}
            {!sets && <Threads {...{ frame, analysis, row, xOf }} />}
          </>
        )}
        {sets && <Sets {...{ frame, sets, row, analysis, xOf, noteText }} />}
      </svg>
      {row.chords.map((chord) => (
        <ChordButton
          key={chord.span.index}
          chosen={chosen >= chord.span.index && chosen <= lastIndex(analysis, chord)}
          label={`Bar ${chord.span.bar + 1}: ${chordText(chord.span.chord, chordStyle)}, ${withSigns(analysis.readings[chord.span.index]!.numeral)} of ${keyWords(analysis.readings[chord.span.index]!.key)}, ${scaleOf(chord)}, guide tones ${guideTones(
            chord.span.chord,
          )
            .map(({ spelling }) => noteText(spelling))
            .join(' and ')}`}
          left={xOf(chord.start)}
          width={xOf(chord.end) - xOf(chord.start)}
          top={top}
          height={HEAD + ground}
          onChoose={() => onChoose(chord.span.index)}
        />
      ))}
      {row.chords.map((chord, at) => {
        const next = row.chords[at + 1]
        return (
          <div
            key={chord.span.index}
            className="pointer-events-none absolute px-2 text-sm leading-tight text-soft"
            style={{
              left: xOf(chord.start),
              width: xOf(chord.end) - xOf(chord.start),
              top: top + HEAD + ground + 4,
            }}
          >
            <div>{scaleOf(chord)}</div>
            {next && <div>{joinText(chord, next)}</div>}
          </div>
        )
      })}
      {keys.map((mark, at) => (
        <div
          key={mark.start}
          className={`absolute truncate px-2 leading-[1.6rem] ${at % 2 === 0 ? 'bg-ledge-guide' : 'bg-ledge'} ${mark.opens ? 'rounded-l-full pl-4' : ''} ${mark.closes ? 'rounded-r-full' : ''}`}
          style={{
            left: xOf(mark.start) + 1,
            width: xOf(mark.end) - xOf(mark.start) - 2,
            top: top + HEAD + ground + joins + 4,
            height: BAND - 4,
          }}
        >
          {mark.name}
        </div>
      ))}
      <div
        ref={cursor}
        data-testid="map-cursor"
        className="pointer-events-none absolute left-0 hidden w-0.5 bg-madder"
        style={{ top, height: HEAD + ground }}
      />
    </div>
  )
}

/** How the next chord is reached. */
const joinText = (chord: MapChord, next: MapChord): string =>
  `→ ${joinName(joinsBetween(chord.span.chord, next.span.chord)[0]?.kind ?? '')}`

/** The number of lines that a text takes in a width. */
const linesOf = (text: string, width: number): number =>
  Math.ceil((text.length * TEXT.letter) / Math.max(TEXT.letter, width - 16))

const barLines = (row: Row, { chart }: Analysis): readonly number[] => {
  const bars: number[] = []
  let tick = row.start
  for (let bar = row.from; bar <= row.to; bar += 1) {
    bars.push(tick)
    const { meter } = chart.bars[bar]!
    tick += (meter.beats * 4 * QUARTER) / meter.unit
  }
  return [...bars, tick]
}

const lastIndex = ({ spans }: Analysis, { span, end }: MapChord): number => {
  let last = span.index
  while (spans[last + 1] && spans[last + 1]!.end <= end) last += 1
  return last
}

const triadOf = ({ key, scale }: Centre): readonly number[] => {
  const tonic = pitchClassOf(fifthsOf(key.tonic))
  return scaleDegrees(scale)
    .filter((_, at) => at === 0 || at === 2 || at === 4)
    .map((degree) => (tonic + degreeSemitones(degree)) % 12)
}

interface BracketProps {
  readonly mark: RowMark
  readonly xOf: (tick: number) => number
  readonly top: number
}

const Bracket = ({ mark, xOf, top }: BracketProps) => (
  <div
    className={`absolute flex items-start justify-center border-t-2 border-soft ${mark.opens ? 'border-l-2' : ''} ${mark.closes ? 'border-r-2' : ''}`}
    style={{
      left: xOf(mark.start) + 6,
      width: xOf(mark.end) - xOf(mark.start) - 12,
      top: top + 11,
      height: 9,
    }}
  >
    <span className="-mt-[0.8rem] max-w-full truncate bg-sheet px-2 leading-tight">{mark.name}</span>
  </div>
)

interface ChordButtonProps {
  readonly chosen: boolean
  readonly label: string
  readonly left: number
  readonly width: number
  readonly top: number
  readonly height: number
  readonly onChoose: () => void
}

const ChordButton = ({ chosen, label, left, width, top, height, onChoose }: ChordButtonProps) => (
  <button
    type="button"
    data-chord=""
    aria-label={label}
    aria-pressed={chosen}
    onClick={onChoose}
    className={`absolute rounded-lg ${chosen ? 'ring-2 ring-ink ring-inset' : 'hover:ring-1 hover:ring-soft hover:ring-inset'}`}
    style={{ left, width, top, height }}
  />
)
