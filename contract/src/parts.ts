import 'reflect-metadata'
import { CHORD_KINDS, type ChordKind, DEGREES, type Degree, SCALES, type ScaleId } from '@eager-contour/core'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { IsAbove } from './isAbove.ts'
import { between, ID_PATTERN, LIMITS } from './limits.ts'
import { ArePart, IsPart } from './nested.ts'

const TICKS = 100_000_000

/** The first and last bar of a stretch, from 0, both inside. */
export class StretchPart {
  @IsInt() @Min(0) @Max(10_000) from: number
  @IsInt() @Min(0) @Max(10_000) to: number
}

/** A note of a line, at concert pitch. */
export class NotePart {
  @IsInt() @Min(-TICKS) @Max(TICKS) start: number
  @IsInt() @Min(1) @Max(TICKS) duration: number
  @IsInt() @Min(0) @Max(127) midi: number
  @Matches(/^[A-G](bb|##|b|#)?-?\d{1,2}$/) spelling: string
}

export class KeyPart {
  @Matches(/^[A-G][b#]?$/) tonic: string
  @IsIn(['major', 'minor']) mode: 'major' | 'minor'
}

/** The player's own reading of some chords of a tune, by their numbers in playing order, at concert pitch. */
export class ReadingPart {
  @IsInt() @Min(0) @Max(100_000) from: number
  @IsInt() @Min(0) @Max(100_000) to: number
  @IsOptional() @IsPart(() => KeyPart) key?: KeyPart
  @IsOptional() @IsIn(Object.keys(SCALES)) scale?: ScaleId
}

/** Where a player wants a note: the note by its start and sounding pitch, the string (0 the lowest), the first finger's fret. */
class WishedPlacePart {
  @IsInt() @Min(-TICKS) @Max(TICKS) start: number
  @IsInt() @Min(0) @Max(127) midi: number
  @IsOptional() @IsInt() @Min(0) @Max(11) string?: number
  @IsOptional() @IsInt() @Min(1) @Max(40) position?: number
}

/** How a player wants notes fingered. */
export class FingeringPart {
  @IsOptional() @IsBoolean() still?: boolean
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.lineNotes)
  @ArePart(() => WishedPlacePart)
  places?: WishedPlacePart[]
}

/** A note of a phrase: ticks from its first bar line, half steps above its first chord's root. */
export class PhraseNotePart {
  @IsInt() @Min(-TICKS) @Max(TICKS) at: number
  @IsInt() @Min(1) @Max(TICKS) duration: number
  @IsInt() @Min(-127) @Max(127) semitones: number
  @IsIn(DEGREES) degree: Degree
}

/** A chord under a phrase. */
export class PhraseChordPart {
  @IsInt() @Min(-TICKS) @Max(TICKS) at: number
  @IsIn(CHORD_KINDS) kind: ChordKind
  @IsInt() @Min(0) @Max(11) above: number
}

export class PlayedNotePart {
  @IsNumber() @Min(-60_000) @Max(LIMITS.seconds * 1000) onsetMs: number
  @IsNumber() @Min(0) @Max(LIMITS.seconds * 1000) durationMs: number
  @IsInt() @Min(0) @Max(127) midi: number
  @IsNumber() @Min(-100) @Max(100) cents: number
  @IsNumber() @Min(0) @Max(127) velocity: number
}

export class TempoPart {
  @IsNumber() tick: number
  @IsNumber() @Min(20) @Max(400) bpm: number
}

/** A whole run of notes with everything needed to grade it again. */
export class TakePart {
  @IsArray()
  @ArrayMaxSize(LIMITS.takeNotes)
  @ArePart(() => PlayedNotePart)
  notes: PlayedNotePart[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.takeNotes)
  @ArePart(() => PlayedNotePart)
  ungradedNotes?: PlayedNotePart[]
  @IsIn(['screen-keys', 'computer-keyboard', 'midi', 'microphone', 'midi-file', 'simulated']) source: string
  @IsNumber() zeroMs: number
  @IsArray() @ArrayMaxSize(1000) @ArePart(() => TempoPart) tempo: TempoPart[]
  @IsNumber() @Min(0.3) @Max(0.9) swing: number
  @IsArray() @ArrayMaxSize(1000) @IsNumber({}, { each: true }) loops: number[]
  @IsNumber() @Min(-1000) @Max(5000) latencyMs: number
  @IsNumber() @Min(380) @Max(500) tuningHz: number
  @IsString() @MaxLength(2_000_000) exercise: string
  @IsString() @MaxLength(40) grader: string
}

const MARK = between(0, 100)

/** From which mark on a run is close, is solid, and moves on: each higher than the one before. */
class LeastsPart {
  @IsInt(MARK) @Min(0, MARK) @Max(100, MARK) close: number
  @IsAbove('close') @IsInt(MARK) @Min(0, MARK) @Max(100, MARK) solid: number
  @IsAbove('solid') @IsInt(MARK) @Min(0, MARK) @Max(100, MARK) moveOn: number
}

const ON_TIME_MS = between(10, 200)
const ON_TIME_BEATS = { message: 'From 2 to 40 hundredths of a beat.' }

/** The player's own grading limits, where they differ from the ladder's. */
export class GradingPart {
  @IsOptional()
  @IsNumber({}, ON_TIME_BEATS)
  @Min(0.02, ON_TIME_BEATS)
  @Max(0.4, ON_TIME_BEATS)
  onTimeBeats?: number
  @IsOptional() @IsNumber({}, ON_TIME_MS) @Min(10, ON_TIME_MS) @Max(200, ON_TIME_MS) onTimeMs?: number
  @IsOptional() @IsIn(['any', 'as written']) octaves?: 'any' | 'as written'
  @IsOptional() @IsPart(() => LeastsPart) leasts?: LeastsPart
}

/** Only the marks that the rung has are there. */
export class MarksPart {
  @IsOptional() @IsInt() @Min(0) @Max(100) notes?: number
  @IsOptional() @IsInt() @Min(0) @Max(100) time?: number
  @IsOptional() @IsInt() @Min(0) @Max(100) flow?: number
  @IsOptional() @IsInt() @Min(0) @Max(100) limits?: number
  @IsOptional() @IsInt() @Min(0) @Max(100) strong?: number
  @IsOptional() @IsInt() @Min(0) @Max(100) joins?: number
  @IsOptional() @IsInt() @Min(0) @Max(100) home?: number
  @IsOptional() @IsInt() @Min(0) @Max(100) space?: number
  @IsOptional() @IsInt() @Min(0) @Max(100) variety?: number
  @IsOptional() @IsInt() @Min(0) @Max(100) landing?: number
}

/** A block of a session that the player keeps: one exercise for some minutes. */
class PlanBlockPart {
  @Matches(ID_PATTERN) tune: string
  @IsString() @MaxLength(60) rung: string
  @IsPart(() => KeyPart) key: KeyPart
  @IsPart(() => StretchPart) stretch: StretchPart
  @IsNumber() @Min(20) @Max(400) tempo: number
  @IsOptional() @Matches(ID_PATTERN) line?: string
  @IsOptional() @IsBoolean() fromMemory?: boolean
  @IsInt() @Min(1) @Max(240) minutes: number
}

/** A session that is kept by name. */
export class PlanPart {
  @IsString() @MaxLength(LIMITS.title) name: string
  @IsArray() @ArrayMaxSize(LIMITS.planBlocks) @ArePart(() => PlanBlockPart) blocks: PlanBlockPart[]
}
