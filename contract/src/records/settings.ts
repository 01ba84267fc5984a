import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { between, LIMITS } from '../limits.ts'
import { ArePart, IsPart } from '../nested.ts'
import { GradingPart, PlanPart } from '../parts.ts'
import { type AnswerOf, EditBody } from './record.ts'

const REST_MINUTES = between(0, 120)

/** The player's settings; those left out keep their stored value. */
export class SettingsBody extends EditBody {
  @IsOptional() @Matches(/^[a-z-]{1,40}$/) instrument?: string
  @IsOptional() @IsIn(['day', 'night', 'system']) look?: 'day' | 'night' | 'system'
  @IsOptional() @IsIn(['signs', 'letters', 'short']) chordStyle?: 'signs' | 'letters' | 'short'
  @IsOptional() @IsIn(['mode', 'parent']) scaleNames?: 'mode' | 'parent'
  @IsOptional() @IsIn(['exact', 'simple']) spelling?: 'exact' | 'simple'
  @IsOptional() @IsString() @MaxLength(80) player?: string
  /** The paper that is printed on, and how large the notes are there. */
  @IsOptional() @IsIn(['A4', 'Letter']) page?: 'A4' | 'Letter'
  @IsOptional() @IsIn(['small', 'medium', 'large']) printedNotes?: 'small' | 'medium' | 'large'
  /** Whether single keys, without Ctrl or Cmd, are commands. */
  @IsOptional() @IsBoolean() singleKeys?: boolean
  /** Whether the welcome was answered. */
  @IsOptional() @IsBoolean() welcomed?: boolean
  /** The player's own grading limits, where they differ from the ladder's. */
  @IsOptional() @IsPart(() => GradingPart) grading?: GradingPart
  /** Sessions that the player keeps by name. */
  @IsOptional() @IsArray() @ArrayMaxSize(LIMITS.plans) @ArePart(() => PlanPart) plans?: PlanPart[]
  /** Minutes of playing after which a break is suggested; 0: never. */
  @IsOptional()
  @IsInt(REST_MINUTES)
  @Min(0, REST_MINUTES)
  @Max(120, REST_MINUTES)
  restMinutes?: number
}

export type SettingsAnswer = Omit<AnswerOf<SettingsBody>, 'id' | 'updatedAt'>
