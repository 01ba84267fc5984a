import { IsIn, IsISO8601, IsNumber, IsString, Matches, Max, MaxLength, Min } from 'class-validator'
import { ID_PATTERN } from '../limits.ts'
import { IsPart } from '../nested.ts'
import { StretchPart } from '../parts.ts'
import { type AnswerOf, RemovableBody } from './record.ts'

/** What a player wants to reach: a rung over some bars, in one key or all, at a tempo, by a day. */
export class GoalBody extends RemovableBody {
  @Matches(ID_PATTERN) tune: string
  @IsString() @MaxLength(60) rung: string
  @IsPart(() => StretchPart) stretch: StretchPart
  @IsIn(['own', 'all']) keys: 'own' | 'all'
  @IsNumber() @Min(20) @Max(400) tempo: number
  /** “2026-11-03”. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/) @IsISO8601({ strict: true }) by: string
}

export type GoalAnswer = AnswerOf<GoalBody>
