import { type Role, roleName } from '@eager-contour/core'
import { Dialog } from 'radix-ui'
import { useNavigate } from 'react-router'
import { useTunesQuery } from '../data/api.ts'
import { NOTE_TOOLS } from '../line/notes/noteEdits.ts'
import { RoleMark } from '../notation/marks.tsx'
import { FIRST_ROUND, firstRound } from '../practice/firstRound.ts'
import { Button } from '../ui/Button.tsx'
import { GLOSSARY, GLOSSARY_WORDS } from '../ui/glossary.ts'

const ROLES: readonly Role[] = [
  'guide',
  'chord',
  'scale',
  'tension',
  'approach',
  'enclosure',
  'delay',
  'anticipation',
  'outside',
]
const DESCRIPTIONS: Readonly<Partial<Record<Role, string>>> = {
  scale: 'scale, passing and neighbour notes',
  approach: 'approach note, leaning to its target',
  enclosure: 'enclosure; its bracket closes on the target',
  outside: 'outside note, with a thread to its resolution',
}
const KEYS: readonly { readonly where: string; readonly keys: readonly (readonly [string, string])[] }[] = [
  {
    where: 'On every page',
    keys: [
      ['Space', 'play and stop; where nothing is to be heard, the band over your tune'],
      ['Ctrl+K', 'find a place, tune, rung or phrase'],
      ['Ctrl+K, Enter', 'begin what is next'],
      ['?', 'this help'],
    ],
  },
  {
    where: 'On every page of a tune',
    keys: [['Shift + arrows', 'set the stretch']],
  },
  {
    where: 'On the stage (pedals send Page Down and Page Up)',
    keys: [
      ['Page Down', 'start, pause, go on'],
      ['Page Up', 'play again'],
      ['H and Shift + H', 'hide more of the music, or less'],
      ['K', 'letters are notes'],
    ],
  },
  {
    where: 'On a line',
    keys: [
      ['[ and ]', 'slower and faster'],
      ['arrows on a note', 'previous and next note'],
      ['Shift + arrows on a note', 'select several'],
      ['Ctrl + A on a note', 'select all'],
      ['X', 'lock and unlock'],
      ...NOTE_TOOLS.map(({ name, shown }): readonly [string, string] => [
        shown,
        name.charAt(0).toLowerCase() + name.slice(1),
      ]),
      ['K', 'writing by hand: letters are notes'],
      ['Enter and Backspace', 'writing by hand: rest, undo'],
      ['Z and Shift + Z', 'undo and redo'],
    ],
  },
]

/** The way into the first round, once more; nothing without a tune. */
const TakeFirstRound = ({ onTaken }: { readonly onTaken: () => void }) => {
  const { data: tunes = [] } = useTunesQuery()
  const navigate = useNavigate()
  const [tune] = tunes
  if (!tune) return null
  return (
    <Button
      onClick={() => {
        onTaken()
        firstRound.set({ tune: tune.id, at: 0 })
        void navigate(FIRST_ROUND[0]!.address(tune.id))
      }}
    >
      Take the first round
    </Button>
  )
}

/** What the marks mean, which keys there are, and the words of the application's own. */
export const Help = ({
  open,
  onOpenChange,
}: {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
}) => (
  <Dialog.Root open={open} onOpenChange={onOpenChange}>
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
      <Dialog.Content
        aria-describedby={undefined}
        className="fixed top-1/2 left-1/2 z-50 grid max-h-[90vh] w-[min(48rem,94vw)] -translate-x-1/2 -translate-y-1/2 gap-8 overflow-auto rounded-2xl bg-sheet p-6 sm:grid-cols-2"
      >
        <div>
          <Dialog.Title className="mb-3 text-2xl">Marks</Dialog.Title>
          <ul>
            {ROLES.map((role) => (
              <li key={role} className="flex items-center gap-3 py-1">
                <svg className="shrink-0" width={30} height={30} viewBox="-15 -15 30 30" aria-hidden="true">
                  <RoleMark role={role} lean={1} />
                </svg>
                {DESCRIPTIONS[role] ?? roleName(role)}
              </li>
            ))}
          </ul>
          <p className="mt-3 text-soft">
            Broad ledges are guide tones, narrow ones the other chord tones; dotted lines are the other notes
            of the scale. Under the notes, 3→ is a degree counted from the coming chord.
          </p>
          <h2 className="mt-6 mb-3 text-2xl">Words</h2>
          <dl>
            {GLOSSARY_WORDS.map((word) => (
              <div key={word} className="py-1">
                <dt className="inline font-semibold">{word}</dt>
                <dd className="inline">: {GLOSSARY[word]}</dd>
              </div>
            ))}
          </dl>
        </div>
        <div>
          <h2 className="mb-3 text-2xl">Keys</h2>
          {KEYS.map(({ where, keys }) => (
            <section key={where} className="mb-4">
              <h3 className="font-semibold text-soft">{where}</h3>
              <dl>
                {keys.map(([key, does]) => (
                  <div key={key} className="flex justify-between gap-4 py-1">
                    <dt className="font-semibold whitespace-nowrap">{key}</dt>
                    <dd className="text-right">{does}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
          <span className="flex flex-wrap gap-3">
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
            <TakeFirstRound onTaken={() => onOpenChange(false)} />
          </span>
        </div>
      </Dialog.Content>
    </Dialog.Portal>
  </Dialog.Root>
)
