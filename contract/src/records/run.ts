import type {
  LadderRun,
  Marks,
  Memory,
  MemoryFit,
  MemoryParameters,
  RunVerdict,
  Take,
  Tally,
} from '@eager-contour/core'
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { atMost, ID_PATTERN, LIMITS } from '../limits.ts'
import { IsPart } from '../nested.ts'
import { MarksPart, StretchPart, TakePart } from '../parts.ts'
import { RemovableBody } from './record.ts'

/** A moment in UTC, as JavaScript writes it: ISO 8601 knows weeks and days of the year, too. */
const MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,3})?Z$/

/** A run: written once, never edited. */
export class RunBody {
  @Matches(ID_PATTERN) tune: string
  @Matches(MOMENT) @IsISO8601({ strict: true }) playedAt: string
  @IsString() @MaxLength(60) rung: string
  @IsString() @MaxLength(20) key: string
  @IsPart(() => StretchPart) stretch: StretchPart
  @IsNumber() @Min(20) @Max(400) tempo: number
  @IsIn(['finished', 'abandoned']) state: 'finished' | 'abandoned'
  @IsIn(['again', 'close', 'solid', 'move on']) verdict: RunVerdict
  @IsPart(() => MarksPart) marks: MarksPart
  @IsOptional() @IsInt() @Min(0) @Max(10_000) weakestBar?: number
  /** The saved line or the phrase that was played. */
  @IsOptional() @Matches(ID_PATTERN) line?: string
  /** Whether its notes, or the tune's changes, were not shown. */
  @IsOptional() @IsBoolean() fromMemory?: boolean
  @IsPart(() => TakePart) take: TakePart
}

/** A run as the log lists it: without its take. */
export interface RunAnswer extends Readonly<Omit<RunBody, 'take' | 'marks'>> {
  readonly id: string
  readonly marks: Marks
  readonly source: string
  /** From the first beat to the last note. */
  readonly seconds: number
  /** What the player wrote about it. */
  readonly words: string
  /** The revision of its words; 0 if there were never any. */
  readonly wordsRevision: number
}

/** What the player writes about a run, and whether it is deleted: it is then no longer listed or counted, but kept. */
export class RunWordsBody extends RemovableBody {
  @IsString() @MaxLength(LIMITS.remark, atMost(LIMITS.remark)) words: string
}

export interface RunWithTakeAnswer extends RunAnswer {
  readonly take: Take
}

/** One page of the log, and the number of runs on all of them. */
export interface RunPageAnswer {
  readonly total: number
  readonly runs: readonly RunAnswer[]
}

/** Something that was practised and can fade, with what is remembered of it. */
export interface ItemAnswer
  extends Pick<RunAnswer, 'tune' | 'rung' | 'key' | 'stretch' | 'line' | 'fromMemory'> {
  readonly id: string
  readonly memory: Memory
  /** The last runs, oldest first, two at most. */
  readonly recent: readonly LadderRun[]
}

/** How the notes of one kind went in the last four weeks, and in the four before; with the place where they were last expected. */
export interface TallyAnswer extends Omit<Tally, 'stretch'> {
  readonly before: { readonly notes: number; readonly right: number }
  readonly last: Pick<RunAnswer, 'tune' | 'rung' | 'key' | 'stretch'>
}

/** What was played in half an hour. */
export interface PlayedTimeAnswer {
  /** When the half hour began: ISO 8601, UTC. */
  readonly at: string
  readonly seconds: number
  readonly runs: number
}

/** How the runs of a week went that came a day or more after the one before: what was foretold, and what came true. */
export interface RecallAnswer {
  /** Its Monday: “2026-11-23”. */
  readonly week: string
  readonly reviews: number
  /** The share that was foretold to be remembered, 0 to 1, and the share that was. */
  readonly foretold: number
  readonly recalled: number
}

/** Which parameters foretell the player's memory, and how well. */
export interface MemoryAnswer {
  /** Runs that came a day or more after the one before. */
  readonly reviews: number
  /** Undefined while there are too few reviews to fit. */
  readonly fit?: Pick<MemoryFit, 'usual' | 'fitted'> & {
    /** Whether the fitted parameters are used: they foretell better. */
    readonly isUsed: boolean
    readonly parameters: MemoryParameters
  }
}

/** How far the runs of an earlier grader are graded again. */
export interface RegradingAnswer {
  readonly done: number
  readonly total: number
  /** Runs whose marks are other ones now. */
  readonly changed: number
}

/** The fastest tempo in bpm that held on a day, for a tune, rung, key and stretch. */
export interface HeldTempoAnswer {
  /** “2026-11-03”. */
  readonly day: string
  readonly tune: string
  readonly rung: string
  /** At concert pitch: “Eb major”. */
  readonly key: string
  readonly fromBar: number
  readonly toBar: number
  readonly tempo: number
}
