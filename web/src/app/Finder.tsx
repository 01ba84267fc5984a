import { RUNGS, rungOf } from '@eager-contour/core'
import { Command } from 'cmdk'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { useTunesQuery } from '../data/api.ts'
import { blockAddress } from '../practice/blockAddress.ts'
import { useKnownPhrases } from '../practice/knownPhrases.ts'
import { nextBlock, useSession } from '../practice/session.ts'
import { stageAddress } from '../practice/stageAddress.ts'
import { useSettings } from '../settings/settings.ts'
import { useSaveSettings } from '../settings/useSaveSettings.ts'
import { FIELD } from '../ui/looks.ts'
import { useTuneAtHand } from './useTuneAtHand.ts'

/** Somewhere to go, or something to do. */
interface Goal {
  readonly group: (typeof GROUPS)[number]
  readonly name: string
  readonly to: string | (() => void)
}

const PLACES: readonly (readonly [name: string, to: string])[] = [
  ['Today', '/today'],
  ['Tunes', '/tunes'],
  ['Vocabulary', '/vocabulary'],
  ['Log', '/log'],
  ['Setup', '/setup'],
]
const TUNE_PAGES = ['Map', 'Line', 'Drills', 'Changes'] as const
const GROUPS = ['Play', 'Places', 'Actions', 'Tunes', 'Rungs', 'Phrases'] as const
/** More than these are found by typing on. */
const MOST_SHOWN = 40
const FIRST_BARS = { from: 0, to: 3 } as const

/** What can be done from anywhere. */
const useActions = (openHelp: () => void): readonly Goal[] => {
  const { look } = useSettings()
  const save = useSaveSettings()
  const other = look === 'night' ? 'day' : 'night'
  return [
    { group: 'Actions', name: 'Write a new tune', to: '/tunes/new' },
    { group: 'Actions', name: 'Write a new phrase', to: '/vocabulary/new' },
    { group: 'Actions', name: `Change to the ${other} look`, to: () => void save({ look: other }) },
    { group: 'Actions', name: 'Open the help', to: openHelp },
  ]
}

/** All that can be gone to; rungs are played over the tune at hand. */
const useGoals = (): readonly Goal[] => {
  const { data: tunes = [] } = useTunesQuery()
  const phrases = useKnownPhrases()
  const atHand = useTuneAtHand()
  const next = nextBlock(useSession())
  return useMemo(() => {
    const over = tunes.find(({ id }) => id === atHand)
    const title = tunes.find(({ id }) => id === next?.tune)?.title
    return [
      // First, so that Enter alone begins.
      ...(next && title !== undefined
        ? [
            {
              group: 'Play',
              name: `Begin: ${rungOf(next.rung).name}, ${title}`,
              to: blockAddress(next),
            } as const,
          ]
        : []),
      ...PLACES.map(([name, to]): Goal => ({ group: 'Places', name, to })),
      ...tunes.flatMap(({ id, title }) =>
        TUNE_PAGES.map(
          (page): Goal => ({
            group: 'Tunes',
            name: `${title}, ${page}`,
            to: `/tunes/${id}/${page.toLowerCase()}`,
          }),
        ),
      ),
      ...(over
        ? RUNGS.filter(({ needs }) => needs === undefined).map(
            ({ id, name }): Goal => ({
              group: 'Rungs',
              name: `${name}, over ${over.title}`,
              to: stageAddress({
                tune: over.id,
                rung: id,
                stretch: FIRST_BARS,
                tempo: rungOf(id).tempo.from,
              }),
            }),
          )
        : []),
      ...phrases.map(({ id, title }): Goal => ({ group: 'Phrases', name: title, to: `/vocabulary/${id}` })),
    ]
  }, [tunes, phrases, atHand, next])
}

interface FinderProps {
  readonly onClose: () => void
  readonly onHelp: () => void
}

/** Finds a place, an action, a tune, a rung or a phrase by a few letters of its name. */
export const Finder = ({ onClose, onHelp }: FinderProps) => {
  const goals = [...useActions(onHelp), ...useGoals()]
  const navigate = useNavigate()
  const [search, setSearch] = useState('')
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const found = goals
    .filter(({ name, group }) => {
      const text = `${name} ${group}`.toLowerCase()
      return words.every((word) => text.includes(word))
    })
    .slice(0, MOST_SHOWN)
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      label="Go to"
      shouldFilter={false}
      overlayClassName="fixed inset-0 z-30 bg-ink/40"
      contentClassName="fixed top-[12vh] left-1/2 z-40 w-[min(36rem,94vw)] -translate-x-1/2 rounded-2xl border border-rule bg-sheet p-3 shadow-lg"
    >
      <Command.Input
        value={search}
        onValueChange={setSearch}
        placeholder="A place, action, tune, rung or phrase"
        className={`${FIELD} w-full text-xl`}
      />
      <Command.List className="mt-2 max-h-[60vh] overflow-y-auto">
        <Command.Empty className="p-3 text-soft">Nothing has “{search}” in its name.</Command.Empty>
        {GROUPS.map((group) => {
          const here = found.filter((goal) => goal.group === group)
          return (
            here.length > 0 && (
              <Command.Group
                key={group}
                heading={group}
                className="[&_[cmdk-group-heading]]:p-2 [&_[cmdk-group-heading]]:text-soft"
              >
                {here.map(({ name, to }) => (
                  <Command.Item
                    key={typeof to === 'string' ? to : name}
                    value={typeof to === 'string' ? to : name}
                    onSelect={() => {
                      onClose()
                      if (typeof to === 'string') void navigate(to)
                      else to()
                    }}
                    className="cursor-pointer rounded-lg px-3 py-2 text-lg data-[selected=true]:bg-chosen data-[selected=true]:font-semibold"
                  >
                    {name}
                  </Command.Item>
                ))}
              </Command.Group>
            )
          )
        })}
      </Command.List>
    </Command.Dialog>
  )
}
