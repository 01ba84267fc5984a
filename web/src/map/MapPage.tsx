import {
  ALL_REGIONS,
  type Analysis,
  type Centre,
  centreOf,
  degreeName,
  type Hearing,
  hearEvents,
  hearNamed,
  hearSets,
  type SmallestSets,
  smallestSets,
  withSigns,
} from '@eager-contour/core'
import { useMemo, useRef, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { TransportBar } from '../audio/TransportBar.tsx'
import { type Sound, useHear, usePlay, useTuneTempo } from '../audio/usePlay.ts'
import { useSettings } from '../settings/settings.ts'
import { useSaveSettings } from '../settings/useSaveSettings.ts'
import { useReadings } from '../tune/useReadings.ts'
import { useOpenTune } from '../tune/useTune.ts'
import { keyWords } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { chordText } from '../ui/ChordSymbol.tsx'
import { isForControl } from '../ui/controlKeys.ts'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'
import { ShownRow } from '../ui/ShownRow.tsx'
import { useWidth } from '../ui/useWidth.ts'
import { ChordPanel } from './ChordPanel.tsx'
import { MapRow } from './MapRow.tsx'
import { mapRows } from './mapRows.ts'
import { PrintMap } from './PrintMap.tsx'

type MapHearing = Hearing | 'set'

const HEARINGS: readonly { readonly value: MapHearing; readonly label: string }[] = [
  { value: 'roots', label: 'roots' },
  { value: 'rootsAndThirds', label: 'roots and thirds' },
  { value: 'guideTones', label: 'guide tones' },
  { value: 'chords', label: 'chords' },
]

/** Where small sets are shown. */
const SET: { readonly value: MapHearing; readonly label: string } = { value: 'set', label: 'the sets' }

type View = 'near' | 'far' | 'three' | 'four'

const VIEWS: readonly { readonly value: View; readonly label: string }[] = [
  { value: 'near', label: 'by chord' },
  { value: 'far', label: 'by key centre' },
  { value: 'three', label: 'sets of 3' },
  { value: 'four', label: 'sets of 4' },
]

/** The height of the terrain: an octave and a half step, around the middle of the instrument. */
const SHOWN = 13
const FIRST_ABOVE_COMFORT = 4

/**
 * The terrain without a line: what every chord does, where its guide tones go, and everything about the selected one.
 */
export const MapPage = () => {
  const open = useOpenTune()
  const { written, sounding, stretch, tune } = open
  const { instrument, scaleNames, spelling } = useSettings()
  const save = useSaveSettings()
  const readings = useReadings(open)
  const [view, setView] = useState<View>('near')
  const [hearing, setHearing] = useState<MapHearing>('guideTones')
  const [touched, setTouched] = useState<number>()
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame)
  const low = instrument.range.comfortLow + instrument.written.semitones + FIRST_ABOVE_COMFORT
  const rows = useMemo(() => mapRows(written, stretch, width), [written, stretch, width])
  const centre = useMemo(
    () => (view === 'far' ? centreOf(written, stretch) : undefined),
    [view, written, stretch],
  )
  const sets = useMemo(
    () =>
      view === 'three' || view === 'four'
        ? smallestSets(written, { stretch, size: view === 'three' ? 3 : 4, low, high: low + ALL_REGIONS })
        : undefined,
    [view, written, stretch, low],
  )
  // A set's region may be higher than what is shown of the other views.
  const heights = useMemo(() => {
    const from = sets ? Math.max(low, sets.region.high + 2 - SHOWN) : low
    return { low: from, high: from + SHOWN }
  }, [low, sets])
  const hears = hearing === 'set' && !sets ? 'guideTones' : hearing
  const hearings = sets ? [...HEARINGS, SET] : HEARINGS
  const shift = instrument.written.semitones
  const sound = useMemo<Sound>(
    () => ({
      name: `hear ${hears} ${view}`,
      events: () =>
        hears === 'set'
          ? hearSets(
              sounding,
              stretch,
              sets!.sets.map(({ chord, notes }) => ({
                chord,
                pitches: notes.map(({ midi }) => midi - shift),
              })),
            )
          : hearEvents(sounding, stretch, hears),
    }),
    [sounding, stretch, hears, view, sets, shift],
  )
  const play = usePlay(sounding, stretch, sound)
  useTuneTempo(tune.id, sounding.chart.tempo)
  useHotkeys('space', play.toggle, { preventDefault: true, ignoreEventWhen: isForControl })
  const first = rows[0]?.chords[0]?.span.index ?? 0
  const inside = (index: number) => {
    const bar = written.spans[index]?.bar ?? -1
    return bar >= stretch.from && bar <= stretch.to
  }
  const chosen = touched !== undefined && inside(touched) ? touched : first
  return (
    <div className="flex grow flex-col">
      <div className="grid grow grid-cols-[minmax(0,1fr)] bg-sheet lg:grid-cols-[minmax(0,1fr)_23rem]">
        <section aria-label="Map of the stretch" className="min-w-0 px-5 pt-3 pb-6">
          <div className="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
            <SegmentedControl label="" name="View" value={view} onChange={setView} options={VIEWS} />
            <SegmentedControl
              label=""
              name="Name scales by"
              value={scaleNames}
              onChange={(next) => save({ scaleNames: next })}
              options={[
                { value: 'mode', label: 'mode' },
                { value: 'parent', label: 'parent key' },
              ]}
            />
            <SegmentedControl
              label=""
              name="Spelling"
              value={spelling}
              onChange={(next) => save({ spelling: next })}
              options={[
                { value: 'exact', label: 'exact' },
                { value: 'simple', label: 'simple' },
              ]}
            />
            <PrintMap title={tune.title} analysis={written} />
          </div>
          {centre && <FarWords centre={centre} heard={centreOf(sounding, stretch)} spans={written.spans} />}
          {sets && <SetWords sets={sets} />}
          <div ref={frame} className="w-full">
            {width > 0 &&
              rows.map((row) => (
                <ShownRow key={row.from} height={500}>
                  <MapRow
                    {...{ row, width, heights, centre, sets, chosen }}
                    analysis={written}
                    onChoose={setTouched}
                  />
                </ShownRow>
              ))}
          </div>
        </section>
        <aside
          aria-label="About the chord"
          className="border-rule px-5 pt-3 pb-6 max-lg:border-t lg:sticky lg:top-0 lg:max-h-[calc(100vh-4.8rem)] lg:self-start lg:overflow-y-auto lg:border-l"
        >
          {written.spans.length > 0 && (
            <ChordPanel
              analysis={written}
              sounding={sounding}
              index={chosen}
              stretch={stretch}
              readings={readings}
            />
          )}
        </aside>
      </div>
      <TransportBar
        play={play}
        description={`${hearings.find(({ value }) => value === hears)!.label}, looped`}
      >
        <SegmentedControl label="" name="Hear" value={hears} onChange={setHearing} options={hearings} />
      </TransportBar>
    </div>
  )
}

interface FarWordsProps {
  readonly centre: Centre
  readonly heard: Centre
  readonly spans: Analysis['spans']
}

const FarWords = ({ centre, heard, spans }: FarWordsProps) => {
  const { chordStyle } = useSettings()
  const hear = useHear()
  const outside = centre.clashes.map(
    ({ chord, degrees }) =>
      `the ${degrees.map(degreeName).join(' and ')} of ${chordText(spans[chord]!.chord, chordStyle)}`,
  )
  return (
    <div className="mb-3 text-lg">
      <p>
        <b>Key centre: {keyWords(centre.key)}</b> holds every chord tone of {Math.round(centre.share * 100)} %
        of the time.
        {outside.length > 0 && ` Outside it: ${[...new Set(outside)].slice(0, 4).join(', ')}.`}
      </p>
      <p className="flex flex-wrap items-center gap-2">
        One pentatonic throughout:
        {centre.pentatonics.map(({ root, kind, notes }, at) => (
          <Button
            key={`${root} ${kind}`}
            title={notes.map(withSigns).join(' ')}
            onClick={() => hear(hearNamed(heard.pentatonics[at]!.notes))}
          >
            {withSigns(root)} {kind}
          </Button>
        ))}
      </p>
    </div>
  )
}

const SetWords = ({ sets }: { readonly sets: SmallestSets }) => (
  <p className="mb-3 text-lg">
    <b>
      {sets.changes} {sets.changes === 1 ? 'note changes' : 'notes change'}
    </b>{' '}
    over {sets.sets.length} chords, all within a sixth. An open circle is a note that stays.
  </p>
)
