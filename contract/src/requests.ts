import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { ID_PATTERN, LIMITS } from './limits.ts'
import {
  GradingPart,
  MarksPart,
  NotePart,
  PhraseChordPart,
  PhraseNotePart,
  ReadingPart,
  StretchPart,
  TakePart,
} from './parts.ts'

/** A path's id. */
export class IdParams {
  @Matches(ID_PATTERN) id: string
}

/** Which lines or runs to list. */
export class TuneQuery {
  @IsOptional() @Matches(ID_PATTERN) tune?: string
}

/**
 * What every edit carries: the revision it is based on (0 for something new) and its own id, so that it counts once.
 */
export class EditBody {
  @IsInt() @Min(0) revision: number
  @Matches(ID_PATTERN) edit: string
}

export class TuneBody extends EditBody {
  @IsString() @MaxLength(LIMITS.title) title: string
  /** The plain-text chart. */
  @IsString() @MaxLength(LIMITS.chartText) chart: string
  /** The player's own readings; if left out, the stored ones stay. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.readings)
  @ValidateNested({ each: true })
  @Type(() => ReadingPart)
  readings?: ReadingPart[]
}

export class LineBody extends EditBody {
  @Matches(ID_PATTERN) tune: string
  @IsString() @MaxLength(LIMITS.title) title: string
  @ValidateNested() @Type(() => StretchPart) stretch: StretchPart
  @IsArray()
  @ArrayMaxSize(LIMITS.lineNotes)
  @ValidateNested({ each: true })
  @Type(() => NotePart)
  notes: NotePart[]
  /** The player's comments on it. If remark and tags are left out, the stored ones stay. */
  @IsOptional() @IsString() @MaxLength(LIMITS.remark) remark?: string
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.tags)
  @IsString({ each: true })
  @MaxLength(LIMITS.tag, { each: true })
  tags?: string[]
  /** Deleted: no longer listed, but kept. */
  @IsOptional() @IsBoolean() removed?: boolean
  /** Saved as a version beside the earlier ones. */
  @IsOptional() @IsBoolean() version?: boolean
}

/** Notes in degrees with the chords that they fit. */
export class PhraseBody extends EditBody {
  @IsString() @MaxLength(LIMITS.title) title: string
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(LIMITS.phraseNotes)
  @ValidateNested({ each: true })
  @Type(() => PhraseNotePart)
  notes: PhraseNotePart[]
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(LIMITS.phraseNotes)
  @ValidateNested({ each: true })
  @Type(() => PhraseChordPart)
  chords: PhraseChordPart[]
  @IsOptional() @IsBoolean() removed?: boolean
}

/** An exercise with the player's own options, saved under a name. */
export class ExerciseBody extends EditBody {
  @IsString() @MaxLength(LIMITS.title) title: string
  @Matches(ID_PATTERN) tune: string
  @Matches(/^[a-z0-9-]{1,60}$/) rung: string
  @IsInt() @Min(0) @Max(100) variant: number
  @ValidateNested() @Type(() => StretchPart) stretch: StretchPart
  @IsNumber() @Min(20) @Max(400) tempo: number
  @IsOptional() @Matches(/^[A-G][b#]?$/) key?: string
  @IsInt() @Min(1) @Max(4) hide: number
  @IsOptional() @Matches(ID_PATTERN) line?: string
  @IsOptional() @IsBoolean() removed?: boolean
}

/** Exercises in the order in which they are played; one may occur more than once. */
export class SetListBody extends EditBody {
  @IsString() @MaxLength(LIMITS.title) title: string
  @IsArray()
  @ArrayMaxSize(LIMITS.listExercises)
  @Matches(ID_PATTERN, { each: true })
  exercises: string[]
  @IsOptional() @IsBoolean() removed?: boolean
}

/** A run: written once, never edited. */
export class RunBody {
  @Matches(ID_PATTERN) tune: string
  @IsISO8601() playedAt: string
  @IsString() @MaxLength(60) rung: string
  @IsString() @MaxLength(20) key: string
  @ValidateNested() @Type(() => StretchPart) stretch: StretchPart
  @IsNumber() @Min(20) @Max(400) tempo: number
  @IsIn(['finished', 'abandoned']) state: 'finished' | 'abandoned'
  @IsIn(['again', 'close', 'solid', 'move on']) verdict: 'again' | 'close' | 'solid' | 'move on'
  @ValidateNested() @Type(() => MarksPart) marks: MarksPart
  @IsOptional() @IsInt() @Min(0) @Max(10_000) weakestBar?: number
  @IsOptional() @Matches(ID_PATTERN) line?: string
  @ValidateNested() @Type(() => TakePart) take: TakePart
}

export class SettingsBody extends EditBody {
  @Matches(/^[a-z-]{1,40}$/) instrument: string
  @IsIn(['day', 'night', 'system']) look: 'day' | 'night' | 'system'
  @IsIn(['signs', 'letters', 'short']) chordStyle: 'signs' | 'letters' | 'short'
  @IsIn(['mode', 'parent']) scaleNames: 'mode' | 'parent'
  @IsOptional() @IsIn(['exact', 'simple']) spelling?: 'exact' | 'simple'
  @IsString() @MaxLength(80) player: string
  @IsOptional() @ValidateNested() @Type(() => GradingPart) grading?: GradingPart
  @IsOptional() @IsInt() @Min(0) @Max(600) restMinutes?: number
}
