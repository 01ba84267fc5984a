/**
 * The arguments of every statement that core makes, keyed by the statement's rule. wording/ has one sentence for each
 * rule, taking the same arguments: a rule without a sentence does not compile, and neither does a statement with
 * other arguments. Degrees, devices and chord symbols are plain text here because they are worded late.
 */
export interface RuleArguments {
  // What a note does (explain).
  'note.guide': readonly [degree: string, symbol: string, device: string | null]
  'note.chord': readonly [degree: string, symbol: string, device: string | null]
  'note.approach': readonly [device: string | null, semitones: number, degree: string, symbol: string]
  'note.enclosure': readonly [device: string, degree: string, symbol: string]
  'note.delay': readonly [degree: string, symbol: string, goal: string, goalSymbol: string]
  'note.anticipation': readonly [degree: string, symbol: string, goal: string, goalSymbol: string]
  'note.neighbour': readonly [degree: string, symbol: string]
  'note.outside': readonly [degree: string, symbol: string, goal?: string, goalSymbol?: string]
  'note.tension': readonly [degree: string, symbol: string]
  'run.landing': readonly [places: readonly (readonly [string, string])[], degree: string, symbol: string]
  'note.passing': readonly [degree: string, symbol: string, device: string | null]
  'note.scale': readonly [degree: string, symbol: string, device: string | null]

  'note.colour': readonly [degree: string, symbol: string, device: string]
  'note.aside': readonly [degree: string, asideSymbol: string, symbol: string]
  // A chord that is played in another's place.
  'note.instead': readonly [symbol: string, written: string, role: string]

  // Why a chord has its scale (analysis).
  'scale.own': readonly [scale: string]
  'scale.none': readonly []
  'scale.vamp': readonly []
  'scale.sus': readonly []
  'scale.written': readonly [scale: string, usual: string, degrees: readonly string[]]
  'scale.kind': readonly [scale: string]
  'scale.function': readonly [
    scale: string,
    numeral: string,
    key: { readonly tonic: string; readonly mode: string },
  ]

  // Why typed degrees can't be read.
  'phrase.unread': readonly [what: string]

  // How a phrase lies in a place of a tune: notes outside the scales read there, and those that are not comfortable.
  'place.fits': readonly [
    key: { readonly tonic: string; readonly mode: string },
    outside: number,
    uncomfortable: number,
  ]

  // Why a line can't be fingered: the note, from 1.
  'fingering.range': readonly [note: number, side: 'below' | 'above']
  'fingering.place': readonly [note: number]
  'fingering.still': readonly [note: number]

  // Why a chart or a chord symbol can't be read.
  'chord.unread': readonly [symbol: string, rest: string]
  'chart.empty': readonly []
  'chart.header': readonly [name: string, known: readonly string[]]
  'chart.key': readonly [text: string]
  'chart.time': readonly [text: string]
  'chart.tempo': readonly [text: string]
  'chart.feel': readonly [text: string]
  'chart.pickup': readonly [text: string]
  'chart.beats': readonly [beats: number]
  'chart.endingWithoutRepeat': readonly [passes: string]
  'chart.nothingToRepeat': readonly []
  'chart.tooLong': readonly [bars: number, most: number]
  'chart.emptyBar': readonly []

  // Why a file can't be read.
  'import.tooLarge': readonly [bytes: number]
  'import.brokenArchive': readonly []
  'import.nothingInside': readonly []
  'import.entities': readonly []
  'import.broken': readonly [what: string]
  'import.notMidi': readonly []
  'import.abc': readonly [what: string]
  'import.tooSlow': readonly [seconds: number]
  'import.noNotes': readonly []
  'import.tooManyNotes': readonly [count: number, most: number]
  'import.notMusicXml': readonly []
  'import.timewise': readonly []
  'import.noHarmony': readonly []
  'import.harmony': readonly [kind: string]

  // A field of a request (contract): its path and what is wrong with it.
  'field.invalid': readonly [path: string, problem: string]

  // Which parts of a brief can't be met, and what a composed line still misses.
  'brief.noChord': readonly []
  'brief.range': readonly [symbol: string, bar: number]
  'brief.first': readonly [note: string | number, symbol: string]
  'brief.landing': readonly [note: string | number, symbol: string]
  'brief.cell': readonly [degrees: readonly string[]]
  'line.shapes': readonly [count: number]
  'line.run': readonly [notes: number]
  'line.devices': readonly [found: number, wanted: number]
  'line.cell': readonly [degrees: readonly string[]]
  'line.alike': readonly [percent: number]
  'line.never': readonly [device: string]
  'line.absent': readonly [device: string, why: 'chords' | 'room']
  'line.noTriplet': readonly []
  'line.noPhrase': readonly []
  'line.fewerPhrases': readonly [came: number, wanted: number]
  'line.noRoom': readonly []
  'line.noIdea': readonly []
  'line.notDecorated': readonly [bars: readonly number[]]

  // What a reviewer says about a line.
  'find.clash': readonly [degree: string, symbol: string]
  'find.unresolved': readonly [degree: string, symbol: string]
  'find.passedOver': readonly [symbol: string, guides: readonly string[]]
  'find.jump': readonly [semitones: number, symbol: string]
  'find.run': readonly [notes: number]
  'find.leap': readonly [semitones: number]
  'find.shape': readonly [times: number]
  'find.twice': readonly []
  'find.plain': readonly [what: 'steps' | 'compass', figure: number]
  'find.dense': readonly [notes: number]
  'find.breath': readonly [bars: number]
  'find.range': readonly [where: 'low' | 'high']
  'find.finger': readonly [semitones: number]
  'find.end': readonly [degree: string, symbol: string]
  'find.phraseEnd': readonly [degree: string, symbol: string]
  'find.approach': readonly [approach: 'key' | 'chords']
  'find.contour': readonly [semitones: number]
  'praise.join': readonly [from: string, semitones: number, to: string, symbol: string]
  'praise.enclosure': readonly [device: string, degree: string, symbol: string]
  'praise.register': readonly []
  'praise.end': readonly [degree: string, symbol: string]

  // Which limit of a free rung was not kept, with its bars, from 1.
  'limit.allowed': readonly number[]
  'limit.atChanges': readonly number[]
  'limit.perBar': readonly number[]
  'limit.perChord': readonly number[]
  'limit.region': readonly number[]
  'limit.near': readonly number[]
  'limit.shortest': readonly number[]
  'limit.unbroken': readonly number[]
  'limit.perBeat': readonly number[]
  'limit.longTones': readonly number[]
  'limit.alterations': readonly number[]
  'limit.outside': readonly number[]
  'limit.ornaments': readonly number[]
  'limit.phrase': readonly number[]

  // Why a take can't be graded, and where its player left the clock or the text.
  'take.note': readonly [note: number]
  'take.exercise': readonly []
  'take.latency': readonly []
  'move.swapped': readonly [bar: number]
  'move.stopped': readonly [bar: number, beats: number]
  'move.back': readonly [bar: number]
  'move.displaced': readonly [bar: number, beats: number, barBeats: number]
  'move.rejoined': readonly [bar: number]

  // Why an exercise can't be made, and what to play next.
  'exercise.empty': readonly [rung: string]
  'exercise.order': readonly [text: string]
  'exercise.phraseNowhere': readonly number[]
  // Why a block is in a plan.
  'plan.warmUp': readonly []
  'plan.longTones': readonly []
  'plan.own': readonly []
  'plan.weak': readonly [what: string, percent: number]
  'plan.due': readonly [days: number]
  'plan.fading': readonly [days: number]
  'plan.again': readonly [days: number]
  'plan.first': readonly []
  'plan.newKey': readonly [keys: number, rung: string]
  'plan.newRung': readonly [rung: string]
  'plan.play': readonly []

  'next.bar': readonly [bar: number]
  'next.slower': readonly [tempo: number, below: number]
  'next.again': readonly [below: number]
  'next.close': readonly [least: number]
  'next.solid': readonly []
  'next.faster': readonly [tempo: number]
  /** The lowest mark that moves on at any tempo; none if it was solid at the top tempo. */
  'next.key': readonly [least?: number]
  'next.rung': readonly [name: string, least?: number]
  'next.up': readonly [tempo: number]
  'next.down': readonly [tempo: number]
  'next.piece': readonly [from: number, to: number]
  'next.part': readonly [name: string]
  'next.keyAfter': readonly []
  'next.list': readonly [title: string, at: number, all: number]
  'next.listDone': readonly [title: string]
  'next.nothingHeard': readonly []
  'next.block': readonly [name: string]
  'next.blockAgain': readonly [minutes: number]
  'next.sessionDone': readonly []
  'next.done': readonly [least?: number]
}

export type RuleId = keyof RuleArguments

/** The rules of a group: 'find', 'praise', 'import' … */
export type RuleOf<Group extends string> = Extract<RuleId, `${Group}.${string}`>

interface Statement<R extends RuleId> {
  readonly rule: R
  readonly args: RuleArguments[R]
}

/** A statement as a rule's name and its arguments; wording/ turns it into a sentence as late as possible. */
export type Reason<R extends RuleId = RuleId> = { readonly [Rule in R]: Statement<Rule> }[R]

/**
 * A statement by its rule and arguments.
 * @example reason('find.leap', 9)
 */
export const reason = <R extends RuleId>(rule: R, ...args: RuleArguments[R]): Reason<R> =>
  ({ rule, args }) as unknown as Reason<R>
