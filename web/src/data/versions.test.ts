import { instrumentOf } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { compareVersions } from './versions.ts'

const note = (start: number, spelling: string, duration = 240) => ({ start, duration, midi: 60, spelling })

describe('two versions of a record', () => {
  it('of a chart: the lines that one has and the other lacks are marked', () => {
    const { theirs, mine } = compareVersions(
      { id: 'tune-1', revision: 3, title: 'Pier', chart: '| Dm7 | G7 |\n| C | % |' },
      { edit: 'edit-1', revision: 2, title: 'Pier', chart: '| Dm7 | G7 |\n| Em7 | A7 |' },
      instrumentOf('concert'),
    )
    expect(theirs.map(({ text }) => text)).toEqual(['title: Pier', '| Dm7 | G7 |', '| C | % |'])
    expect(theirs.filter(({ differs }) => differs).map(({ text }) => text)).toEqual(['| C | % |'])
    expect(mine.filter(({ differs }) => differs).map(({ text }) => text)).toEqual(['| Em7 | A7 |'])
  })

  it('of a set list: how many exercises it has; another order differs too', () => {
    const { theirs, mine } = compareVersions(
      { title: 'Morning', exercises: ['exercise-1', 'exercise-2'] },
      { title: 'Morning', exercises: ['exercise-2', 'exercise-1'] },
      instrumentOf('concert'),
    )
    expect(mine[1]).toEqual({ text: 'exercises: 2', differs: true })
    expect(theirs[1]).toEqual({ text: 'exercises: 2', differs: true })
  })

  it('of a line: notes by name at the player’s pitch; a note that is only longer differs too', () => {
    const { theirs, mine } = compareVersions(
      { title: 'Line', tags: ['slow'], notes: [note(0, 'Bb4'), note(1920, 'C5')] },
      { title: 'Line', tags: ['slow'], notes: [note(0, 'Bb4', 480), note(1920, 'C5')] },
      instrumentOf('tenor-sax'),
    )
    expect(mine.map(({ text }) => text)).toEqual(['title: Line', 'tags: slow', 'beat 1: C', 'beat 5: D'])
    expect(theirs.map(({ differs }) => differs)).toEqual([false, false, true, false])
  })
})
