import { ArrayMaxSize, IsArray, IsOptional, IsString, MaxLength } from 'class-validator'
import { LIMITS } from '../limits.ts'
import { ArePart } from '../nested.ts'
import { ReadingPart } from '../parts.ts'
import { type AnswerOf, EditBody } from './record.ts'

export class TuneBody extends EditBody {
  @IsString() @MaxLength(LIMITS.title) title: string
  /** The plain-text chart. */
  @IsString() @MaxLength(LIMITS.chartText) chart: string
  /** The player's own readings; if left out, the stored ones stay. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.readings)
  @ArePart(() => ReadingPart)
  readings?: ReadingPart[]
}

export type TuneAnswer = AnswerOf<TuneBody>
