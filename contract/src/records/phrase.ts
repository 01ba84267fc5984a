import { Type } from 'class-transformer'
import { ArrayMaxSize, ArrayMinSize, IsArray, IsString, MaxLength, ValidateNested } from 'class-validator'
import { LIMITS } from '../limits.ts'
import { PhraseChordPart, PhraseNotePart } from '../parts.ts'
import { type AnswerOf, RemovableBody } from './record.ts'

/** Notes in degrees with the chords that they fit. */
export class PhraseBody extends RemovableBody {
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
}

export type PhraseAnswer = AnswerOf<PhraseBody>
