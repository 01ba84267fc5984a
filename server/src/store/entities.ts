import type { SettingsAnswer } from '@eager-contour/contract'
import type { LineNote, Marks, Override, PhraseChord, PhraseNote } from '@eager-contour/core'
import { Column, Entity, Index, PrimaryColumn } from 'typeorm'

/** Anything editable has its revision and the id of the edit that made it. */
abstract class Edited {
  @Column('integer') revision: number
  @Column('text') lastEdit: string
  @Column('text') updatedAt: string
}

@Entity('tunes')
export class TuneEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @Column('text') chart: string
  @Column('simple-json', { default: '[]' }) readings: readonly Override[]
}

@Entity('lines')
export class LineEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Index() @Column('text') tune: string
  @Column('text') title: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('simple-json') notes: readonly LineNote[]
  @Column('text', { default: '' }) remark: string
  @Column('simple-json', { default: '[]' }) tags: readonly string[]
  /** Deleted: kept, but not listed. */
  @Column('boolean', { default: false }) removed: boolean
}

/** A line as it was when the player saved it. */
@Entity('line_versions')
export class LineVersionEntity {
  @PrimaryColumn('text') line: string
  @PrimaryColumn('integer') revision: number
  @Column('text') title: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('simple-json') notes: readonly LineNote[]
  @Column('text') keptAt: string
}

@Entity('phrases')
export class PhraseEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @Column('simple-json') notes: readonly PhraseNote[]
  @Column('simple-json') chords: readonly PhraseChord[]
  @Column('boolean', { default: false }) removed: boolean
}

@Entity('exercises')
export class ExerciseEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @Index() @Column('text') tune: string
  @Column('text') rung: string
  @Column('integer') variant: number
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('real') tempo: number
  @Column('text', { nullable: true }) key: string | null
  @Column('integer') hide: number
  @Column('text', { nullable: true }) line: string | null
  @Column('boolean', { default: false }) removed: boolean
}

@Entity('set_lists')
export class SetListEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @Column('simple-json') exercises: readonly string[]
  @Column('boolean', { default: false }) removed: boolean
}

@Entity('runs')
export class RunEntity {
  @PrimaryColumn('text') id: string
  @Index() @Column('text') tune: string
  @Index() @Column('text') playedAt: string
  @Column('text') rung: string
  @Column('text') key: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('real') tempo: number
  @Column('text') state: string
  @Column('text') verdict: string
  @Column('simple-json') marks: Marks
  @Column('text') source: string
  @Column('integer', { nullable: true }) weakestBar: number | null
  @Column('text', { nullable: true }) line: string | null
}

/** A take is large and rarely read, so it has a table of its own. */
@Entity('takes')
export class TakeEntity {
  @PrimaryColumn('text') run: string
  @Column('simple-json') take: object
}

@Entity('settings')
export class SettingsEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') instrument: string
  @Column('text') look: string
  @Column('text') chordStyle: string
  @Column('text') scaleNames: string
  @Column('text', { default: 'exact' }) spelling: string
  @Column('text') player: string
  @Column('simple-json', { default: '{}' }) grading: SettingsAnswer['grading']
  @Column('integer', { default: 25 }) restMinutes: number
}
