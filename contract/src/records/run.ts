import type { Marks, RunVerdict, Take } from '@eager-contour/core'
import { Type } from 'class-transformer'
import {
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
import { ID_PATTERN } from '../limits.ts'
import { MarksPart, StretchPart, TakePart } from '../parts.ts'

/** A run: written once, never edited. */
export class RunBody {
  @Matches(ID_PATTERN) tune: string
  @IsISO8601() playedAt: string
  @IsString() @MaxLength(60) rung: string
  @IsString() @MaxLength(20) key: string
  @ValidateNested() @Type(() => StretchPart) stretch: StretchPart
  @IsNumber() @Min(20) @Max(400) tempo: number
  @IsIn(['finished', 'abandoned']) state: 'finished' | 'abandoned'
  @IsIn(['again', 'close', 'solid', 'move on']) verdict: RunVerdict
  @ValidateNested() @Type(() => MarksPart) marks: MarksPart
  @IsOptional() @IsInt() @Min(0) @Max(10_000) weakestBar?: number
  @IsOptional() @Matches(ID_PATTERN) line?: string
  @ValidateNested() @Type(() => TakePart) take: TakePart
}

/** A run as the log lists it: without its take. */
export interface RunAnswer extends Readonly<Omit<RunBody, 'take' | 'marks'>> {
  readonly id: string
  readonly marks: Marks
  readonly source: string
}

export interface RunWithTakeAnswer extends RunAnswer {
  readonly take: Take
}
