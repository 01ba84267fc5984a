import { ArrayMaxSize, IsArray, IsBoolean, IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { atMost, ID_PATTERN, LIMITS } from '../limits.ts'
import { ArePart, IsPart } from '../nested.ts'
import { FingeringPart, NotePart, StretchPart } from '../parts.ts'
import { type AnswerOf, RemovableBody } from './record.ts'

export class LineBody extends RemovableBody {
  @Matches(ID_PATTERN) tune: string
  @IsString() @MaxLength(LIMITS.title, atMost(LIMITS.title)) title: string
  @IsPart(() => StretchPart) stretch: StretchPart
  @IsArray()
  @ArrayMaxSize(LIMITS.lineNotes)
  @ArePart(() => NotePart)
  notes: NotePart[]
  /** The player's comments on it. If remark and tags are left out, the stored ones stay. */
  @IsOptional() @IsString() @MaxLength(LIMITS.remark, atMost(LIMITS.remark)) remark?: string
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.tags, { message: `At most ${LIMITS.tags} tags.` })
  @IsString({ each: true })
  @MaxLength(LIMITS.tag, { each: true, message: `A tag has at most ${LIMITS.tag} characters.` })
  tags?: string[]
  /** If left out, the stored one stays. */
  @IsOptional() @IsPart(() => FingeringPart) fingering?: FingeringPart
  /** Saved as a version beside the earlier ones. */
  @IsOptional() @IsBoolean() version?: boolean
}

export type LineAnswer = AnswerOf<Omit<LineBody, 'version'>, 'fingering'>

/** A line as it was when it was saved. */
export interface LineVersionAnswer extends Pick<LineAnswer, 'revision' | 'title' | 'stretch' | 'notes'> {
  readonly keptAt: string
}
