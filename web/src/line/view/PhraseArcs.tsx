import { EIGHTH, type LinePhrase, type PhrasePart, type PhraseRequest } from '@eager-contour/core'
import { DropdownMenu } from 'radix-ui'
import { type KeyboardEvent, memo, type PointerEvent, useState } from 'react'
import type { SystemLayout } from '../../notation/layout.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { phrasesArranged, selectPhrases } from '../editor/editorSlice.ts'

/** The parts that a phrase can have in a solo, as the page names and explains them. */
const PARTS: readonly { readonly part: PhrasePart; readonly name: string; readonly description: string }[] = [
  { part: 'idea', name: 'idea', description: 'States something that can come back.' },
  { part: 'restated', name: 'restated', description: 'The idea again, at its own height.' },
  { part: 'moved', name: 'moved', description: 'The idea on other steps, over its own chord.' },
  {
    part: 'answer',
    name: 'answer',
    description: 'Begins like the idea or turns it over, and goes on its own way.',
  },
  { part: 'free', name: 'free', description: 'Something else.' },
  { part: 'close', name: 'close', description: 'Brings the solo to its end.' },
]
const nameOf = (part: PhrasePart): string => PARTS.find((row) => row.part === part)!.name

/** Height of the row of arcs, and of the arcs in it. */
const HEIGHT = 58
const BASE = 32
const RISE = 22
/** The radius of what is dragged. */
const GRIP = 5

const requestOf = ({ part, start, end, top }: LinePhrase): PhraseRequest => ({ part, start, end, top })

/** The end of a phrase that is dragged, or its top. */
type Grip = 'start' | 'end' | 'top'
const GRIPS: readonly { readonly grip: Grip; readonly label: string }[] = [
  { grip: 'start', label: 'Begin' },
  { grip: 'end', label: 'End' },
  { grip: 'top', label: 'Top' },
]

const tickOf = ({ start, end, top }: PhraseRequest, grip: Grip): number =>
  grip === 'start' ? start : grip === 'end' ? end : top!.tick

/** A phrase with one of its places moved; it keeps at least a beat, and its top inside. */
const withTick = (phrase: PhraseRequest, grip: Grip, tick: number): PhraseRequest => {
  const snapped = Math.round(tick / EIGHTH) * EIGHTH
  const start = grip === 'start' ? Math.min(snapped, phrase.end - 2 * EIGHTH) : phrase.start
  const end = grip === 'end' ? Math.max(snapped, phrase.start + 2 * EIGHTH) : phrase.end
  const top = phrase.top!
  const at = Math.min(end - EIGHTH, Math.max(start, grip === 'top' ? snapped : top.tick))
  return { ...phrase, start, end, top: { ...top, tick: at } }
}

/** The phrases of a solo over their bars: an arc each, with its part; begin, end and top can be dragged, the part changed. */
export const PhraseArcs = memo(({ layout }: { readonly layout: SystemLayout }) => {
  const phrases = useAppSelector(selectPhrases)
  const dispatch = useAppDispatch()
  const [dragged, setDragged] = useState<{ readonly at: number; readonly phrase: PhraseRequest }>()
  const here = phrases.flatMap((phrase, at) =>
    phrase.start < layout.end && phrase.end > layout.start ? [at] : [],
  )
  if (phrases.length === 0) return null
  const shown = (at: number): PhraseRequest => (dragged?.at === at ? dragged.phrase : requestOf(phrases[at]!))
  const arrange = (at: number, phrase: PhraseRequest) => {
    setDragged(undefined)
    dispatch(phrasesArranged(phrases.map((one, index) => (index === at ? phrase : requestOf(one)))))
  }
  const x = (tick: number) => layout.xOf(tick)
  const dragging = (at: number, grip: Grip) => ({
    onPointerDown: (event: PointerEvent<SVGElement>) =>
      event.currentTarget.setPointerCapture(event.pointerId),
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      if (event.buttons === 0) return
      const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect()
      setDragged({ at, phrase: withTick(shown(at), grip, layout.tickOf(event.clientX - box.left)) })
    },
    onPointerUp: () => {
      if (dragged) arrange(at, dragged.phrase)
    },
    onKeyDown: (event: KeyboardEvent) => {
      const along = { ArrowLeft: -EIGHTH, ArrowRight: EIGHTH }[event.key]
      const up = { ArrowUp: 1, ArrowDown: -1 }[event.key]
      if (along === undefined && (up === undefined || grip !== 'top')) return
      event.preventDefault()
      event.stopPropagation()
      const phrase = shown(at)
      const top = phrase.top!
      arrange(
        at,
        along === undefined
          ? { ...phrase, top: { ...top, midi: top.midi + up! } }
          : withTick(phrase, grip, tickOf(phrase, grip) + along),
      )
    },
  })
  return (
    <div className="relative" style={{ width: layout.width, height: HEIGHT }}>
      <svg
        role="group"
        aria-label="Phrases"
        width={layout.width}
        height={HEIGHT}
        className="absolute inset-0"
      >
        {here.map((at) => {
          const phrase = shown(at)
          const [from, to, top] = [x(phrase.start), x(phrase.end), x(phrase.top!.tick)]
          return (
            <g key={at}>
              <path
                d={`M${from},${BASE} Q${from + (top - from) * 0.4},${BASE - RISE} ${top},${BASE - RISE} Q${top + (to - top) * 0.6},${BASE - RISE} ${to},${BASE}`}
                fill="none"
                stroke="var(--heather)"
                strokeWidth={2.5}
                strokeDasharray={phrase.part === 'free' ? '5 5' : undefined}
              />
              {GRIPS.map(({ grip, label }) => {
                const tick = tickOf(phrase, grip)
                if (tick < layout.start || tick > layout.end) return null
                return (
                  <circle
                    key={grip}
                    cx={Math.min(layout.width - GRIP - 1, x(tick))}
                    cy={grip === 'top' ? BASE - RISE : BASE}
                    r={GRIP}
                    fill="var(--sheet)"
                    stroke="var(--heather)"
                    strokeWidth={2}
                    role="slider"
                    tabIndex={0}
                    aria-label={`${label} of phrase ${at + 1}, ${nameOf(phrase.part)}`}
                    aria-valuenow={tick / EIGHTH}
                    aria-valuetext={layout.placeOf(tick)}
                    className="cursor-ew-resize touch-none"
                    {...dragging(at, grip)}
                  />
                )
              })}
            </g>
          )
        })}
      </svg>
      {here
        .filter((at) => phrases[at]!.start >= layout.start)
        .map((at) => {
          const { part } = phrases[at]!
          return (
            <DropdownMenu.Root key={at} modal={false}>
              <DropdownMenu.Trigger
                aria-label={`Part of phrase ${at + 1}: ${nameOf(part)}`}
                className="absolute rounded px-1 text-sm leading-5 text-heather underline decoration-dotted underline-offset-2"
                style={{ left: x(shown(at).start) - 6, top: BASE + 5 }}
              >
                {nameOf(part)}
              </DropdownMenu.Trigger>
              <DropdownMenu.Content
                sideOffset={6}
                collisionPadding={12}
                className="z-20 w-72 rounded-2xl border border-rule bg-sheet p-2 shadow-lg"
              >
                {PARTS.map((row) => (
                  <DropdownMenu.Item
                    key={row.part}
                    onSelect={() => arrange(at, { ...requestOf(phrases[at]!), part: row.part })}
                    className="cursor-pointer rounded-xl px-3 py-2 outline-none data-[highlighted]:bg-ledge"
                  >
                    <span className="block font-semibold">{row.name}</span>
                    <span className="block text-sm text-soft">{row.description}</span>
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Content>
            </DropdownMenu.Root>
          )
        })}
    </div>
  )
})
