import type { NotatedBar } from '../../tune/chart/chart.ts'
import { startsEnding } from '../../tune/chart/order.ts'
import { element, type Node, text } from './nodes.ts'

export const barLineOf = (
  location: 'left' | 'right',
  style: string | undefined,
  more: readonly Node[] = [],
): Node =>
  element('barline', [...(style === undefined ? [] : [text('bar-style', style)]), ...more], { location })

export const leftBarLine = (bar: NotatedBar, before: NotatedBar | undefined): readonly Node[] => {
  const ending = startsEnding(bar, before)
    ? [element('ending', [], { number: bar.ending!.join(','), type: 'start' })]
    : []
  const repeat = bar.repeatStart ? [element('repeat', [], { direction: 'forward' })] : []
  return ending.length + repeat.length === 0
    ? []
    : [barLineOf('left', bar.repeatStart && 'heavy-light', [...ending, ...repeat])]
}

export const rightBarLine = (bar: NotatedBar, after: NotatedBar | undefined): readonly Node[] => {
  const { ending, repeatEnd } = bar
  const isOver = ending !== undefined && (!after || after.ending === undefined || startsEnding(after, bar))
  // An ending that isn't repeated from is open on its right (MusicXML 4.0, start-stop-discontinue).
  const closing = isOver
    ? [
        element('ending', [], {
          number: ending.join(','),
          type: repeatEnd === undefined ? 'discontinue' : 'stop',
        }),
      ]
    : []
  const repeat =
    repeatEnd === undefined
      ? []
      : [
          element('repeat', [], {
            direction: 'backward',
            ...(repeatEnd === 2 ? {} : { times: String(repeatEnd) }),
          }),
        ]
  if (closing.length + repeat.length === 0) return after ? [] : [barLineOf('right', 'light-heavy')]
  const style = repeatEnd !== undefined || !after ? 'light-heavy' : undefined
  return [barLineOf('right', style, [...closing, ...repeat])]
}
