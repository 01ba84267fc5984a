import {
  type Analysis,
  chordFacts,
  degreeName,
  fifthsOf,
  hearChord,
  hearDegrees,
  hearScale,
  joinName,
  keysOfMode,
  noteName,
  type Override,
  SCALES,
  type ScaleId,
  type Stretch,
  samePlaces,
  scalesHolding,
  withSigns,
  wordReason,
} from '@eager-contour/core'
import { useState } from 'react'
import { useHear } from '../audio/usePlay.ts'
import { useNoteText } from '../settings/names.ts'
import { useSettings } from '../settings/settings.ts'
import type { ChordRange, Readings } from '../tune/useReadings.ts'
import { barsText } from '../tune/useTune.ts'
import { keyWords } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { ChordSymbol } from '../ui/ChordSymbol.tsx'
import { FIELD } from '../ui/looks.ts'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'
import { Change, ToneTable } from './chordTables.tsx'
import { Hear, Part } from './panelParts.tsx'

interface ChordPanelProps {
  readonly analysis: Analysis
  /** What sounds: chords are heard at concert pitch. */
  readonly sounding: Analysis
  readonly index: number
  readonly stretch: Stretch
  readonly readings: Readings
}

/** Which chords a reading is set for: this one, those with the same symbol and function, or the stretch. */
type ApplyTo = 'chord' | 'same' | 'stretch'

/**
 * Everything about one chord: its function, its scale, its tones and their neighbours, structures, and the connection
 * to the next chord.
 */
export const ChordPanel = ({ analysis, sounding, index, stretch, readings }: ChordPanelProps) => {
  const { chordStyle, scaleNames } = useSettings()
  const noteText = useNoteText()
  const hear = useHear()
  const [applyTo, setApplyTo] = useState<ApplyTo>('chord')
  const span = analysis.spans[index]!
  const heard = sounding.spans[index]!.chord
  const reading = analysis.readings[index]!
  const facts = chordFacts(analysis, index)
  const root = span.chord.root === '' ? 0 : fifthsOf(span.chord.root)
  const own = analysis.overrides.some(({ from, to }) => index >= from && index <= to)
  if (span.chord.tones.length === 0) return <p className="text-lg">No chord sounds in bar {span.bar + 1}.</p>
  const mode = `${noteText(span.chord.root)} ${SCALES[reading.scale].name}`
  const { parent } = SCALES[reading.scale]
  const fromParent = `${noteText(noteName(root + parent.fifths))} ${parent.name} from ${noteText(span.chord.root)}`
  const same = samePlaces(analysis, index)
  const places: readonly ChordRange[] =
    applyTo === 'stretch'
      ? [chordsWithin(analysis, stretch)]
      : (applyTo === 'same' ? same : [index]).map((at) => ({ from: at, to: at }))
  const read = (reading: Pick<Override, 'key' | 'scale'>) =>
    readings.read(places.map((place) => ({ ...place, ...reading })))
  return (
    <div className="space-y-4">
      <div>
        <div className="text-soft">bar {span.bar + 1}</div>
        <div className="flex items-center justify-between gap-2">
          <ChordSymbol chord={span.chord} style={chordStyle} className="text-5xl" />
          <Hear label="Hear the chord" onClick={() => hear(hearChord(heard))} />
        </div>
        <div className="mt-1 text-xl">
          <b>{withSigns(reading.numeral)}</b> of {keyWords(reading.key)}
          {own && <span className="text-soft"> (yours)</span>}
        </div>
        {facts.bass && (
          <div>
            {noteText(facts.bass.spelling)} in the bass
            {facts.bass.degree ? `, its ${degreeName(facts.bass.degree)}` : ', outside its scale'}
          </div>
        )}
        {facts.patterns.length > 0 && (
          <div className="text-soft">in {facts.patterns.map(({ name }) => name).join(', ')}</div>
        )}
      </div>
      <Part title="Scale">
        <div className="flex items-center justify-between gap-2">
          <span className="text-xl">{scaleNames === 'mode' ? mode : fromParent}</span>
          <Hear label="Hear the scale" onClick={() => hear(hearScale(heard, reading.scale))} />
        </div>
        <div className="text-soft">{scaleNames === 'mode' ? fromParent : mode}</div>
        <div className="mt-1 flex flex-wrap gap-x-3 font-head text-xl">
          {facts.scale.map(({ degree, spelling, avoid, chordTone }) => (
            <span
              key={degree}
              className={avoid ? 'text-saffron' : chordTone ? 'font-bold' : ''}
              title={degreeName(degree)}
            >
              {noteText(spelling)}
            </span>
          ))}
        </div>
        <p className="text-soft">{wordReason(reading.why, chordStyle)}</p>
        {reading.avoid.length > 0 && (
          <p className="text-saffron">
            Avoid on strong beats: the {reading.avoid.map(degreeName).join(' and the ')}.
          </p>
        )}
        <select
          aria-label="Another scale for this chord"
          className={`${FIELD} w-full`}
          value={reading.scale}
          onChange={(event) =>
            readings.read(
              (applyTo === 'same' ? same : [index]).map((at) => ({
                from: at,
                to: at,
                scale: event.target.value as ScaleId,
              })),
            )
          }
        >
          {scalesHolding(span.chord, reading.scale).map((id) => (
            <option key={id} value={id}>
              {noteText(span.chord.root)} {SCALES[id].name}
            </option>
          ))}
        </select>
      </Part>
      <Part title="Chord tones with their scale neighbours">
        <ToneTable tones={facts.tones} />
      </Part>
      {facts.next !== undefined && (
        <Part
          title={
            <>
              Into <ChordSymbol chord={analysis.spans[facts.next]!.chord} style={chordStyle} />
            </>
          }
        >
          <Change analysis={analysis} from={index} to={facts.next} />
          <ul className="mt-1 text-soft">
            {[...new Set(facts.joins.map(({ kind }) => kind))].slice(0, 3).map((kind) => (
              <li key={kind}>{joinName(kind)}</li>
            ))}
          </ul>
        </Part>
      )}
      <Part title="Above the root">
        <ul>
          {facts.upper.map(({ id, spellings, degrees }) => (
            <li key={id} className="flex items-center justify-between gap-2">
              <span>
                {withSigns(id)}: <b>{spellings.map(noteText).join(' ')}</b>
              </span>
              <Hear
                label={`Hear the ${withSigns(id)}`}
                onClick={() => hear(hearDegrees(heard, degrees))}
                small
              />
            </li>
          ))}
        </ul>
      </Part>
      <Part title="Choose another reading">
        <div className="mb-2">
          <SegmentedControl
            label=""
            name="Apply to"
            value={applyTo}
            onChange={setApplyTo}
            options={[
              { value: 'chord', label: 'this chord' },
              ...(same.length > 1 ? [{ value: 'same' as const, label: `all ${same.length} like it` }] : []),
              { value: 'stretch', label: barsText(stretch) },
            ]}
          />
        </div>
        {reading.alternatives.map(({ key, numeral, extraCost }) => (
          <Button
            key={`${key.tonic} ${key.mode} ${numeral}`}
            className="mr-2 mb-2"
            onClick={() => read({ key })}
          >
            {withSigns(numeral)} of {keyWords(key)}
            <span className="text-sm text-soft">{closeness(extraCost)}</span>
          </Button>
        ))}
        <select
          aria-label="The key of this chord"
          className={`${FIELD} w-full`}
          value={`${reading.key.tonic} ${reading.key.mode}`}
          onChange={(event) => {
            const [tonic = '', keyMode] = event.target.value.split(' ')
            read({ key: { tonic, mode: keyMode === 'minor' ? 'minor' : 'major' } })
          }}
        >
          {keyChoices(reading.key).map((key) => (
            <option key={`${key.tonic} ${key.mode}`} value={`${key.tonic} ${key.mode}`}>
              in {keyWords(key)}
            </option>
          ))}
        </select>
        {own && (
          <Button look="quiet" onClick={() => readings.clear(places)}>
            Automatic
          </Button>
        )}
      </Part>
    </div>
  )
}

/** The first and the last chord of a stretch. */
const chordsWithin = ({ spans }: Analysis, { from, to }: Stretch): ChordRange => {
  const inside = spans.filter(({ bar }) => bar >= from && bar <= to)
  return { from: inside[0]!.index, to: inside.at(-1)!.index }
}

/** How close a second reading comes. */
const closeness = (extraCost: number): string =>
  extraCost < 0.5 ? 'nearly as good' : extraCost < 1.5 ? 'close' : extraCost < 3 ? 'less likely' : 'unlikely'

const keyChoices = (key: Analysis['readings'][number]['key']) => {
  const keys = [...keysOfMode('major'), ...keysOfMode('minor')]
  return keys.some(({ tonic, mode }) => tonic === key.tonic && mode === key.mode) ? keys : [key, ...keys]
}
