import { Type } from 'class-transformer'
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { ID_PATTERN } from './limits.ts'

/** A path's id. */
export class IdParams {
  @Matches(ID_PATTERN) id: string
}

/** Which lines to list. */
export class TuneQuery {
  @IsOptional() @Matches(ID_PATTERN) tune?: string
}

/** A day: “2026-11-03”. */
export class DayQuery {
  @Matches(/^\d{4}-\d{2}-\d{2}$/) @IsISO8601({ strict: true }) day: string
}

/** What was played from a day on, or ever. */
export class SinceQuery extends TuneQuery {
  @IsOptional() @Matches(/^\d{4}-\d{2}-\d{2}$/) @IsISO8601({ strict: true }) since?: string
}

const MOST_THREADS = 100

/** Which tempos that held: all, or those of the things (a tune’s rung in a key) that held on most days. */
export class HeldQuery extends SinceQuery {
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(MOST_THREADS) most?: number
}

/** Parts of the library, by their names, with commas between; all if left out. */
export class LibraryQuery {
  @IsOptional() @Matches(/^[a-z-]+(,[a-z-]+)*$/) @MaxLength(200) parts?: string
}

/** Whether the demo is there. */
export class DemoBody {
  @IsBoolean() shown: boolean
}

/** What the log can be sorted by. */
const RUN_ORDERS = ['date', 'tune', 'bars', 'rung', 'key', 'tempo', 'marks', 'verdict'] as const
export type RunOrder = (typeof RUN_ORDERS)[number]

const MOST_SEARCH = 200
const MOST_PAGE = 100_000

/** Which runs to list: of one tune or all, with all words of a search, sorted; a page at a time, from page 0. */
export class RunsQuery extends TuneQuery {
  @IsOptional() @IsString() @MaxLength(MOST_SEARCH) search?: string
  @IsOptional() @IsIn(RUN_ORDERS) sort?: RunOrder
  @IsOptional() @IsIn(['asc', 'desc']) order?: 'asc' | 'desc'
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) @Max(MOST_PAGE) page?: number
}
