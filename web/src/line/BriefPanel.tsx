import { type Degree, type DeviceId, degreeName, ROADS, type RoadId, type Weight } from '@eager-contour/core'
import { useState } from 'react'
import { Button } from '../parts/Button.tsx'
import { Check } from '../parts/Check.tsx'
import { Choice, type ChoiceOption } from '../parts/Choice.tsx'
import { Segments } from '../parts/Segments.tsx'
import { Turner } from '../parts/Turner.tsx'
import { BRIEFS, CLOSELY, nameOfWish, type Wish } from './briefs.ts'
import type { Desk } from './useDesk.ts'

const TURNED: readonly { readonly device: DeviceId; readonly name: string }[] = [
  { device: 'arpeggio', name: 'Arpeggios' },
  { device: 'skip', name: 'Skips' },
  { device: 'scale', name: 'Scale steps' },
  { device: 'enclosure', name: 'Enclosures' },
  { device: 'below', name: 'From below' },
  { device: 'above', name: 'From above' },
  { device: 'doubleChromatic', name: 'Double chromatic' },
]
const MORE: readonly { readonly device: DeviceId; readonly name: string }[] = [
  { device: 'neighbour', name: 'Neighbours' },
  { device: 'turn', name: 'Turns' },
  { device: 'threeNoteEnclosure', name: 'Three-note enclosures' },
  { device: 'fourNoteEnclosure', name: 'Four-note enclosures' },
  { device: 'cell', name: 'Cells' },
  { device: 'pentatonic', name: 'Pentatonics' },
  { device: 'diminished', name: 'Diminished from the 3' },
  { device: 'altered', name: 'Altered dominants' },
  { device: 'triad', name: 'Upper triads' },
  { device: 'tritone', name: 'Tritone dominants' },
  { device: 'sidestep', name: 'Sidesteps' },
  { device: 'blues', name: 'Blues scale' },
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
]
const degrees = (...list: readonly Degree[]): readonly ChoiceOption<string>[] => [
  { value: AS_IT_FALLS, label: 'where it fits' },
  ...list.map((degree) => ({ value: degree, label: `the ${degreeName(degree)}` })),
]
const FIRST = degrees('R', '3', '5', '7', '9')
const LANDING = degrees('R', '3', '5', '9')

/** What the line should be made of. It is written anew while a control is turned. */
export const BriefPanel = ({
  desk,
  drawing,
  onDrawing,
}: {
  readonly desk: Desk
  /** Whether the contour is being drawn. */
  readonly drawing: boolean
  readonly onDrawing: () => void
}) => {
  const { wish } = desk
  const [name, setName] = useState('')
  const named = nameOfWish(wish, desk.briefs)
  const all = [...BRIEFS, ...desk.briefs]
  const turner = ({ device, name: label }: (typeof TURNED)[number]) => (
    <Turner
      key={device}
      label={label}
      value={wish.devices[device] ?? 2}
      words={WORDS}
      onChange={(weight) => desk.change({ devices: { ...wish.devices, [device]: weight as Weight } })}
    />
  )
  return (
    <section aria-labelledby="brief" className={`${COLUMN} max-lg:order-last`}>
      <h2 id="brief" className="mb-1 text-xl">
        Brief
      </h2>
      {desk.line && (
        <Button
          look={drawing ? 'main' : 'plain'}
          className="my-1 w-full"
          aria-pressed={drawing}
          onClick={onDrawing}
        >
          {drawing ? 'Done drawing' : 'Draw the contour'}
        </Button>
      )}
      {desk.contour.length > 0 && (
        <>
          <Turner
            label="The contour, followed"
            value={wish.strictness ?? CLOSELY}
            words={FOLLOWED}
            onChange={(strictness) => desk.change({ strictness })}
          />
          <Button look="quiet" onClick={() => desk.follow([])}>
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
          if (brief) desk.begin(brief.wish)
        }}
      />
      <Choice
        label="What leads"
        value={wish.approach ?? 'both'}
        options={LEADS}
        onChange={(approach) => desk.change({ approach })}
      />
      <Choice
        label="Rhythm"
        value={wish.rhythm ?? 'eighths'}
        options={RHYTHMS}
        onChange={(rhythm) => desk.change({ rhythm })}
      />
      {TURNED.map(turner)}
      <Turner
        label="Outside notes"
        value={wish.chromatic ?? 2}
        words={WORDS}
        onChange={(chromatic) => desk.change({ chromatic: chromatic as Weight })}
      />
      <div className="mt-2">
        <Segments
          label="Breath at the latest after"
          value={String(wish.breathBars) as '2' | '4'}
          onChange={(bars) => desk.change({ breathBars: bars === '2' ? 2 : 4 })}
          options={[
            { value: '2', label: '2 bars' },
            { value: '4', label: '4 bars' },
          ]}
        />
      </div>
      <Check
        label="new register after a breath"
        checked={wish.newRegister ?? false}
        onChange={(newRegister) => desk.change({ newRegister })}
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
          onChange={(school) => desk.change({ school })}
        />
        <Choice
          label="ii and V"
          value={wish.road ?? wish.twoFive ?? 'apart'}
          options={TWO_FIVES}
          onChange={(chosen) => {
            const road = ROADS.find(({ id }) => id === chosen)?.id as RoadId | undefined
            desk.change({ road, twoFive: road ? 'apart' : (chosen as 'apart' | 'five' | 'two') })
          }}
        />
        <Choice
          label="Begins on"
          value={wish.firstDegree ?? AS_IT_FALLS}
          options={FIRST}
          onChange={(degree) => desk.change({ firstDegree: degreeOrNone(degree) })}
        />
        <Choice
          label="Lands on"
          value={wish.landingDegree ?? AS_IT_FALLS}
          options={LANDING}
          onChange={(degree) => desk.change({ landingDegree: degreeOrNone(degree) })}
        />
        <Check
          label="a rhythm that comes back"
          checked={wish.motif ?? false}
          onChange={(motif) => desk.change({ motif })}
        />
      </details>
      <form
        className="mt-2 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim() === '') return
          desk.keepBrief(name.trim())
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
}

const degreeOrNone = (value: string): Degree | undefined =>
  value === AS_IT_FALLS ? undefined : (value as Degree)
