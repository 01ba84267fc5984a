import type { DeviceId, Weight } from '@eager-contour/core'
import { Segments } from '../parts/Segments.tsx'
import { Turner } from '../parts/Turner.tsx'
import type { Desk } from './useDesk.ts'

const TURNED: readonly { readonly device: DeviceId; readonly name: string }[] = [
  { device: 'arpeggio', name: 'Arpeggios' },
  { device: 'skip', name: 'Skips' },
  { device: 'scale', name: 'Scale steps' },
  { device: 'enclosure', name: 'Enclosures' },
  { device: 'below', name: 'From below' },
  { device: 'doubleChromatic', name: 'Double chromatic' },
]
const WORDS = ['never', 'rarely', 'sometimes', 'often'] as const

/** What the line should be made of. It is written anew while a control is turned. */
export const BriefPanel = ({ desk }: { readonly desk: Desk }) => (
  <section aria-labelledby="brief" className="p-4 max-lg:order-last">
    <h2 id="brief" className="mb-2 text-xl">
      Brief
    </h2>
    {TURNED.map(({ device, name }) => (
      <Turner
        key={device}
        label={name}
        value={desk.brief.devices[device] ?? 2}
        words={WORDS}
        onChange={(weight) => desk.turn(device, weight as Weight)}
      />
    ))}
    <div className="mt-3">
      <Segments
        label="Breath at the latest after"
        value={String(desk.brief.breathBars) as '2' | '4'}
        onChange={(bars) => desk.breathe(bars === '2' ? 2 : 4)}
        options={[
          { value: '2', label: '2 bars' },
          { value: '4', label: '4 bars' },
        ]}
      />
    </div>
  </section>
)
