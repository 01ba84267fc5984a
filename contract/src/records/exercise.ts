import {
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { atMost, ID_PATTERN, LIMITS } from '../limits.ts'
import { IsPart } from '../nested.ts'
import { StretchPart } from '../parts.ts'
import { type AnswerOf, RemovableBody } from './record.ts'

/** An exercise with the player's own options, saved under a name. */
export class ExerciseBody extends RemovableBody {
  @IsString() @MaxLength(LIMITS.title, atMost(LIMITS.title)) title: string
  @Matches(ID_PATTERN) tune: string
  @Matches(/^[a-z0-9-]{1,60}$/) rung: string
  @IsInt() @Min(0) @Max(100) variant: number
  @IsPart(() => StretchPart) stretch: StretchPart
  @IsNumber() @Min(20) @Max(400) tempo: number
  /** A tonic at concert pitch; the tune's own key if left out. */
  @IsOptional() @Matches(/^[A-G][b#]?$/) key?: string
  /** How much is hidden at first, 1 to 4. */
  @IsInt() @Min(1) @Max(4) hide: number
  @IsOptional() @Matches(ID_PATTERN) line?: string
  /** The player's own order of degrees, for variants that ask for one. */
  @IsOptional() @IsString() @MaxLength(LIMITS.order, atMost(LIMITS.order)) order?: string
  /** How it is practised over several runs, as in the stage's address. */
  @IsOptional() @Matches(/^[\w=&%+.-]*$/) @MaxLength(LIMITS.practice) practice?: string
}

export type ExerciseAnswer = AnswerOf<ExerciseBody, 'key' | 'line' | 'order' | 'practice'>

/** Exercises in the order in which they are played; one may occur more than once. */
export class SetListBody extends RemovableBody {
  @IsString() @MaxLength(LIMITS.title, atMost(LIMITS.title)) title: string
  /** Ids of exercises. */
  @IsArray()
  @ArrayMaxSize(LIMITS.listExercises)
  @Matches(ID_PATTERN, { each: true })
  exercises: string[]
}

export type SetListAnswer = AnswerOf<SetListBody>
