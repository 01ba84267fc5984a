import {
  type Degree,
  type DeviceId,
  degreeName,
  type Instrument,
  ROADS,
  type RoadId,
  simpleSpelling,
  spellPitch,
  type Weight,
  withSigns,
} from '@eager-contour/core'
import { memo, useState } from 'react'
import { useSettings } from '../../settings/settings.ts'
import { Button } from '../../ui/Button.tsx'
import { Check } from '../../ui/Check.tsx'
import { Choice, type ChoiceOption } from '../../ui/Choice.tsx'
import { Turner } from '../../ui/LabelledSlider.tsx'
import { Segments } from '../../ui/SegmentedControl.tsx'
import type { DeskActs } from '../editor/useEditor.ts'
import { BRIEFS, CLOSELY, type NamedBrief, nameOfWish, type Wish } from './briefs.ts'
import { cellsOf, MUSTS, mustOf } from './mustHave.ts'

const TURNED: readonly { readonly device: DeviceId; readonly name: string; readonly says: string }[] = [
  { device: 'arpeggio', name: 'Arpeggios', says: 'Chord tones in a row, up or down.' },
  { device: 'skip', name: 'Skips', says: 'From a chord tone over a third to the next.' },
  { device: 'scale', name: 'Scale steps', says: 'The scale from chord tone to chord tone.' },
  {
    device: 'enclosure',
    name: 'Enclosures',
    says: 'The note above and the half step below, then the target.',
  },
  { device: 'below', name: 'From below', says: 'A half step up into the target.' },
  { device: 'above', name: 'From above', says: 'A scale step or half step down into the target.' },
  { device: 'doubleChromatic', name: 'Double chromatic', says: 'Two half steps in a row into the target.' },
]
const MORE: readonly { readonly device: DeviceId; readonly name: string; readonly says: string }[] = [
  { device: 'neighbour', name: 'Neighbours', says: 'A step away from a chord tone and back.' },
  { device: 'turn', name: 'Turns', says: 'Around the chord tone: above, on it, below, on it.' },
  {
    device: 'threeNoteEnclosure',
    name: 'Three-note enclosures',
    says: 'Three notes around the target, then the target.',
  },
  {
    device: 'fourNoteEnclosure',
    name: 'Four-note enclosures',
    says: 'Four notes around the target, then the target.',
  },
  { device: 'cell', name: 'Cells', says: 'Four notes in a pattern such as 1 2 3 5.' },
  { device: 'pentatonic', name: 'Pentatonics', says: 'Runs of a five-note scale.' },
  {
    device: 'diminished',
    name: 'Diminished from the 3',
    says: 'Minor thirds up from the 3 of a dominant: its ♭9.',
  },
  { device: 'altered', name: 'Altered dominants', says: '♭9, ♯9, ♯11 and ♭13 over dominants, resolved.' },
  { device: 'triad', name: 'Upper triads', says: 'A triad on an upper note of the chord.' },
  {
    device: 'tritone',
    name: 'Tritone dominants',
    says: 'The dominant a tritone away in the place of this one.',
  },
  { device: 'sidestep', name: 'Sidesteps', says: 'Half a step out of the key, and home.' },
  { device: 'blues', name: 'Blues scale', says: 'The blues scale of the key.' },
]
const WORDS = ['never', 'rarely', 'sometimes', 'often'] as const
const FOLLOWED = ['loosely', 'closely', 'as drawn'] as const
const AS_IT_FALLS = 'any'

/** A column beside the line: it stays in sight while the line is scrolled. */
export const COLUMN = 'p-4 lg:sticky lg:top-0 lg:max-h-[calc(100vh-4.8rem)] lg:self-start lg:overflow-y-auto'

const LEADS: readonly ChoiceOption<'both' | 'chords' | 'key'>[] = [
  { value: 'both', label: 'chords and key', says: 'Chord tones on strong beats, the scale between.' },
  { value: 'chords', label: 'chord tones', says: 'Every chord spelled out, few scale notes.' },
  { value: 'key', label: 'the key', says: 'One key through its chords, at rest on its five plain notes.' },
]
const SCHOOLS: readonly ChoiceOption<'both' | 'figures' | 'halfSteps'>[] = [
  { value: 'both', label: 'figures and runs', says: 'Half steps where a run has to land.' },
  { value: 'figures', label: 'figures', says: 'Built from shapes with skips.' },
  { value: 'halfSteps', label: 'runs that land', says: 'Scales with added half steps carry the line.' },
]
const TWO_FIVES: readonly ChoiceOption<string>[] = [
  { value: 'apart', label: 'each its own', says: 'The ii and the V are played apart.' },
  { value: 'five', label: 'V through both', says: 'The ii is heard as a V that waits.' },
  { value: 'two', label: 'ii through both', says: 'The ii’s notes go on over the V.' },
  ...ROADS.map(({ id, name }) => ({ value: id, label: name.split(',')[0]!, says: `Over both: ${name}.` })),
]
const RHYTHMS: readonly ChoiceOption<NonNullable<Wish['rhythm']>>[] = [
  { value: 'eighths', label: 'eighths', says: 'Eighths without end.' },
  { value: 'triplets', label: 'triplets', says: 'Eighths with triplets among them.' },
  { value: 'mixed', label: 'mixed', says: 'Eighths, triplets, ties and longer notes.' },
  { value: 'syncopated', label: 'syncopated', says: 'Strong beats come an eighth early.' },
  { value: 'sparse', label: 'sparse', says: 'Few notes, long ones, room.' },
  { value: 'sixteenths', label: 'sixteenths', says: 'Double time.' },
  { value: 'bars', label: 'one note a bar', says: 'One chord tone a bar, near the last one.' },
]
const degrees = (...list: readonly Degree[]): readonly ChoiceOption<string>[] => [
  { value: AS_IT_FALLS, label: 'where it fits' },
  ...list.map((degree) => ({ value: degree, label: `the ${degreeName(degree)}` })),
]
const FIRST = degrees('R', '3', '5', '7', '9')
const LANDING = degrees('R', '3', '5', '9')

interface BriefPanelProps {
  readonly wish: Wish
  readonly briefs: readonly NamedBrief[]
  /** Whether there is a line to be drawn over, and a contour that it follows. */
  readonly hasLine: boolean
  readonly hasContour: boolean
  readonly acts: Pick<DeskActs, 'change' | 'begin' | 'keepBrief' | 'follow'>
  /** Whether the contour is being drawn. */
  readonly drawing: boolean
  readonly onDrawing: () => void
}

/** What the line should be made of. It is written anew while a control is turned. */
export const BriefPanel = memo((props: BriefPanelProps) => {
  const { wish, briefs, hasLine, hasContour, acts, drawing, onDrawing } = props
  const { of } = useSettings()
  const [name, setName] = useState('')
  const named = nameOfWish(wish, briefs)
  const all = [...BRIEFS, ...briefs]
  const turner = ({ device, name: label, says }: (typeof TURNED)[number]) => (
    <Turner
      key={device}
      label={label}
      says={says}
      value={wish.devices[device] ?? 2}
      words={WORDS}
      onChange={(weight) => acts.change({ devices: { ...wish.devices, [device]: weight as Weight } })}
    />
  )
  return (
    <section aria-labelledby="brief" className={`${COLUMN} max-lg:order-last`}>
      <h2 id="brief" className="mb-1 text-xl">
        Brief
      </h2>
      {hasLine && (
        <Button
          look={drawing ? 'main' : 'plain'}
          className="my-1 w-full"
          aria-pressed={drawing}
          onClick={onDrawing}
        >
          {drawing ? 'Done drawing' : 'Draw the contour'}
        </Button>
      )}
      {hasContour && (
        <>
          <Turner
            label="The contour, followed"
            says="How near the strong beats keep to the ribbon."
            value={wish.strictness ?? CLOSELY}
            words={FOLLOWED}
            onChange={(strictness) => acts.change({ strictness })}
          />
          <Button look="quiet" onClick={() => acts.follow([])}>
            Let the contour go
          </Button>
        </>
      )}
      <Choice
        label="Begin with"
        value={named ?? ''}
        options={[
          ...(named === undefined ? [{ value: '', label: 'your own, not named' }] : []),
          ...all.map((brief) => ({ value: brief.name, label: brief.name })),
        ]}
        onChange={(chosen) => {
          const brief = all.find((one) => one.name === chosen)
          if (brief) acts.begin(brief.wish)
        }}
      />
      <Choice
        label="What leads"
        value={wish.approach ?? 'both'}
        options={LEADS}
        onChange={(approach) => acts.change({ approach })}
      />
      <Choice
        label="Rhythm"
        value={wish.rhythm ?? 'eighths'}
        options={RHYTHMS}
        onChange={(rhythm) => acts.change({ rhythm })}
      />
      {TURNED.map(turner)}
      <Turner
        label="Outside notes"
        says="Notes outside the scale, each brought home by a half step."
        value={wish.chromatic ?? 2}
        words={WORDS}
        onChange={(chromatic) => acts.change({ chromatic: chromatic as Weight })}
      />
      <div className="mt-2">
        <Segments
          label="Breath at the latest after"
          value={wish.unbroken ? 'none' : (String(wish.breathBars) as '2' | '4')}
          onChange={(bars) => acts.change({ unbroken: bars === 'none', breathBars: bars === '2' ? 2 : 4 })}
          options={[
            { value: '2', label: '2 bars' },
            { value: '4', label: '4 bars' },
            { value: 'none', label: 'none' },
          ]}
        />
      </div>
      <Check
        label="new register after a breath"
        checked={wish.newRegister ?? false}
        onChange={(newRegister) => acts.change({ newRegister })}
      />
      <Choice
        label="Must have the cell"
        value={mustOf(wish)}
        options={MUSTS}
        onChange={(chosen) => acts.change({ cells: cellsOf(chosen) })}
      />
      <details className="mt-1">
        <summary className="min-h-10 cursor-pointer py-2 font-semibold">More figures</summary>
        {MORE.map(turner)}
      </details>
      <details>
        <summary className="min-h-10 cursor-pointer py-2 font-semibold">Schools, first and last note</summary>
        <Choice
          label="School"
          value={wish.school ?? 'both'}
          options={SCHOOLS}
          onChange={(school) => acts.change({ school })}
        />
        <Choice
          label="ii and V"
          value={wish.road ?? wish.twoFive ?? 'apart'}
          options={TWO_FIVES}
          onChange={(chosen) => {
            const road = ROADS.find(({ id }) => id === chosen)?.id as RoadId | undefined
            acts.change({ road, twoFive: road ? 'apart' : (chosen as 'apart' | 'five' | 'two') })
          }}
        />
        <Choice
          label="Begins on"
          value={wish.firstDegree ?? AS_IT_FALLS}
          options={FIRST}
          onChange={(degree) => acts.change({ firstDegree: degreeOrNone(degree) })}
        />
        <Choice
          label="Lands on"
          value={wish.landingDegree ?? AS_IT_FALLS}
          options={LANDING}
          onChange={(degree) => acts.change({ landingDegree: degreeOrNone(degree) })}
        />
        <RangeChoice wish={wish} of={of} onChange={(range) => acts.change({ range })} />
        <Check
          label="a rhythm that comes back"
          checked={wish.motif ?? false}
          onChange={(motif) => acts.change({ motif })}
        />
      </details>
      <form
        className="mt-2 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim() === '') return
          acts.keepBrief(name.trim())
          setName('')
        }}
      >
        <input
          aria-label="Name for this brief"
          placeholder="Name this brief"
          value={name}
          onChange={(event) => setName(event.target.value)}
          className="min-h-10 w-full min-w-0 rounded-full border border-soft bg-sheet px-3"
        />
        <Button look="quiet" type="submit" disabled={name.trim() === ''}>
          Save
        </Button>
      </form>
    </section>
  )
})

/** The lowest and highest note that the line may have, as the player's instrument reads them. */
const RangeChoice = ({
  wish,
  of,
  onChange,
}: {
  readonly wish: Wish
  readonly of: Instrument
  readonly onChange: (range: Wish['range']) => void
}) => {
  const { low, high } = wish.range ?? of.range
  const notes = Array.from({ length: of.range.high - of.range.low + 1 }, (_, at) => of.range.low + at)
  const options = (from: number, to: number) =>
    notes
      .filter((midi) => midi >= from && midi <= to)
      .map((midi) => ({ value: String(midi), label: readName(midi + of.written.semitones) }))
  const set = (range: NonNullable<Wish['range']>) =>
    onChange(range.low === of.range.low && range.high === of.range.high ? undefined : range)
  return (
    <div className="grid grid-cols-2 gap-2">
      <Choice
        label="From"
        value={String(low)}
        options={options(of.range.low, high - OCTAVE)}
        onChange={(chosen) => set({ low: Number(chosen), high })}
      />
      <Choice
        label="up to"
        value={String(high)}
        options={options(low + OCTAVE, of.range.high)}
        onChange={(chosen) => set({ low, high: Number(chosen) })}
      />
    </div>
  )
}

/** A line has at least an octave. */
const OCTAVE = 12

/** A pitch by its name and octave, such as B♭4. */
const readName = (midi: number): string =>
  withSigns(spellPitch(midi, simpleSpelling(FLATS[((midi % 12) + 12) % 12]!)))
const FLATS: readonly number[] = [0, -5, 2, -3, 4, -1, -6, 1, -4, 3, -2, 5]

const degreeOrNone = (value: string): Degree | undefined =>
  value === AS_IT_FALLS ? undefined : (value as Degree)
