import { type Development, developLine } from '../compose/solo/develop.ts'
import type { PhraseInKey } from '../phrases/phraseTune.ts'

/** Half steps beyond the phrase's own notes that its ornaments may use, and those that they had better keep to. */
const BEYOND = { allowed: 12, comfortable: 5 } as const
const SEED = 1

/** A phrase's notes with the composer's figures between them; with the bars that none could be found for. */
export const decorated = ({ analysis, line }: PhraseInKey): Development => {
  const heights = line.notes.map(({ midi }) => midi)
  const [low, high] = [Math.min(...heights), Math.max(...heights)]
  return developLine(analysis, line, { from: 0, to: line.notes.length - 1 }, 'decorate', {
    stretch: { from: 0, to: analysis.chart.bars.length - 1 },
    range: {
      low: low - BEYOND.allowed,
      comfortLow: low - BEYOND.comfortable,
      comfortHigh: high + BEYOND.comfortable,
      high: high + BEYOND.allowed,
    },
    seed: SEED,
    count: 1,
    breathBars: 4,
  })
}
