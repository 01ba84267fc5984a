import { ArrayMaxSize, ArrayMinSize, IsArray, IsString, MaxLength } from 'class-validator'
import { LIMITS } from '../limits.ts'
import { ArePart } from '../nested.ts'
import { PhraseChordPart, PhraseNotePart } from '../parts.ts'
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
}

export type PhraseAnswer = AnswerOf<PhraseBody>
