import { IsOptional, Matches } from 'class-validator'
import { ID_PATTERN } from './limits.ts'

/** A path's id. */
export class IdParams {
  @Matches(ID_PATTERN) id: string
}

/** Which lines or runs to list. */
export class TuneQuery {
  @IsOptional() @Matches(ID_PATTERN) tune?: string
}
