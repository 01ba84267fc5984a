import { ArrayMaxSize, IsArray, IsOptional, IsString, MaxLength } from 'class-validator'
import { LIMITS } from '../limits.ts'
import { ArePart } from '../nested.ts'
import { ReadingPart } from '../parts.ts'
import { type AnswerOf, RemovableBody } from './record.ts'

/** A tune. What is left out stays as it is stored. */
export class TuneBody extends RemovableBody {
  @IsString() @MaxLength(LIMITS.title) title: string
  /** The plain-text chart. */
  @IsString() @MaxLength(LIMITS.chartText) chart: string
  /** The player's own readings. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.readings)
  @ArePart(() => ReadingPart)
  readings?: ReadingPart[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.tags)
  @IsString({ each: true })
  @MaxLength(LIMITS.tag, { each: true })
  tags?: string[]
}

export type TuneAnswer = AnswerOf<TuneBody> & {
  /** When it was put into the bin: ISO 8601. */
  readonly removedAt?: string
}

/** A chart as it was before it was changed. */
export interface TuneVersionAnswer extends Pick<TuneAnswer, 'revision' | 'title' | 'chart'> {
  /** When it was saved: ISO 8601. */
  readonly keptAt: string
}
