import { IsString, MaxLength } from 'class-validator'
import { atMost, LIMITS } from '../limits.ts'
import { type AnswerOf, EditBody } from './record.ts'

/** What the player writes about a day; the record's id is the day, “2026-11-03”. */
export class DayWordsBody extends EditBody {
  @IsString() @MaxLength(LIMITS.remark, atMost(LIMITS.remark)) words: string
}

export type DayWordsAnswer = AnswerOf<DayWordsBody>
