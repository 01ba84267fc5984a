import { IsBoolean, IsInt, IsOptional, Matches, Min } from 'class-validator'
import { ID_PATTERN } from '../limits.ts'

/**
 * What every edit carries: the revision it is based on (0 for something new) and its own id, so that it counts once.
 */
export class EditBody {
  @IsInt() @Min(0) revision: number
  @Matches(ID_PATTERN) edit: string
}

/** The body of something that can be deleted: it is then no longer listed, but kept. */
export class RemovableBody extends EditBody {
  @IsOptional() @IsBoolean() removed?: boolean
}

type DeepReadonly<T> = T extends readonly (infer Item)[]
  ? readonly DeepReadonly<Item>[]
  : T extends object
    ? { readonly [Key in keyof T]: DeepReadonly<T[Key]> }
    : T

/** The fields of a body that are stored and answered. */
type FieldsOf<Body> = Omit<Body, keyof RemovableBody>

/** What an answer has besides the record's own fields. */
export interface Stored {
  readonly id: string
  readonly revision: number
  readonly updatedAt: string
}

/** The answer for a body: all its fields, those named optional only where they are set. */
export type AnswerOf<Body, Optional extends keyof FieldsOf<Body> = never> = Stored &
  DeepReadonly<Required<Omit<FieldsOf<Body>, Optional>> & Partial<Pick<FieldsOf<Body>, Optional>>>
