import { PHRASE_FAMILIES, PHRASE_USES, type PhraseFamily, type PhraseUse } from '@eager-contour/core'
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
} from 'class-validator'
import { atMost, ID_PATTERN, LIMITS } from '../limits.ts'
import { ArePart, IsPart } from '../nested.ts'
import { FingeringPart, PhraseChordPart, PhraseNotePart } from '../parts.ts'
import { type AnswerOf, RemovableBody } from './record.ts'

/** Notes in degrees with the chords that they fit. */
export class PhraseBody extends RemovableBody {
  @IsString() @MaxLength(LIMITS.title) title: string
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(LIMITS.phraseNotes)
  @ArePart(() => PhraseNotePart)
  notes: PhraseNotePart[]
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(LIMITS.phraseNotes)
  @ArePart(() => PhraseChordPart)
  chords: PhraseChordPart[]
  /** What the player says of it. */
  @IsOptional() @IsString() @MaxLength(LIMITS.remark, atMost(LIMITS.remark)) words?: string
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.tags)
  @IsString({ each: true })
  @MaxLength(LIMITS.tag, { each: true, ...atMost(LIMITS.tag) })
  tags?: string[]
  /** What it is made of, and what it is used for, by the ids of core; found when it was kept, or chosen by the player. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.tags)
  @IsIn(
    PHRASE_FAMILIES.map(({ id }) => id),
    { each: true },
  )
  families?: PhraseFamily[]
  @IsOptional() @IsIn(Object.keys(PHRASE_USES)) use?: PhraseUse
  @IsOptional() @IsPart(() => FingeringPart) fingering?: FingeringPart
  /** Where it came from, in words: a line, a run, a file. */
  @IsOptional() @IsString() @MaxLength(LIMITS.title) source?: string
  /** The phrase that it was made from, and the changes that made it, by their ids and notes from 1: `backwards:octaveUp@3:dominant`. */
  @IsOptional() @Matches(ID_PATTERN) parent?: string
  @IsOptional() @Matches(/^[A-Za-z0-9@:]{1,400}$/) change?: string
}

export type PhraseAnswer = AnswerOf<
  PhraseBody,
  'words' | 'tags' | 'families' | 'use' | 'fingering' | 'source' | 'parent' | 'change'
>
