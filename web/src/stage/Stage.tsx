import {
  type Exercise,
  type Grade,
  gradeTake,
  type Judged,
  keySignature,
  type Source,
  type Take,
  wordReason,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { useNavigate } from 'react-router'
import { BandPanel } from '../audio/BandPanel.tsx'
import { useHear } from '../audio/usePlay.ts'
import { OutboxBar } from '../data/OutboxBar.tsx'
import { sendEdit } from '../data/outbox.ts'
import { engine } from '../engine/engine.ts'
import { Board } from '../input/Board.tsx'
import { useSettings } from '../settings/settings.ts'
import { useGradeRules } from '../settings/useGradeRules.ts'
import { useAppDispatch } from '../store/store.ts'
import { barsText, type OpenTune } from '../tune/useTune.ts'
import { Button } from '../ui/Button.tsx'
import { Notice } from '../ui/Notice.tsx'
import { FreeTrail } from './play/FreeTrail.tsx'
import { NowNext } from './play/NowNext.tsx'
import { Stopped } from './play/Stopped.tsx'
import { Trail } from './play/Trail.tsx'
import { playTakeOverExercise } from './result/overlay.ts'
import { Result } from './result/Result.tsx'
import { RunPictures } from './result/RunPictures.tsx'
import type { NextStepProposal, ProposeNextStep } from './result/useNextStep.ts'
import type { SimulatedSettings } from './run/run.ts'
import { dropUnsavedRun, keepUnsavedRun, readUnsavedRun, runEdit, type UnsavedRun } from './run/unsavedRun.ts'
import { useBreakReminder } from './run/useBreakReminder.ts'
import { useRun } from './run/useRun.ts'
import { useWakeLock } from './run/useWakeLock.ts'
import { Sources } from './sources/Sources.tsx'
import { useSources } from './sources/useSources.ts'
import { useStageKeys } from './sources/useStageKeys.ts'

interface StageProps {
  readonly open: OpenTune
  readonly exercise: Exercise
  readonly written: Exercise
  readonly line: string | undefined
  readonly title: string
  /** How much is hidden at first: see HIDING. */
  readonly hide: number
  readonly propose: ProposeNextStep
}

/** The verdicts so far, counted, in words. */
const countsOf = (judged: readonly Judged[]): string =>
  (['right', 'early', 'late', 'wrong', 'missed', 'extra'] as const)
    .map((verdict) => [judged.filter((one) => one.verdict === verdict).length, verdict] as const)
    .filter(([count]) => count > 0)
    .map(([count, verdict]) => `${count} ${verdict}`)
    .join(' · ')

/** What is hidden on the stage during a run, from least to most. */
const HIDING = ['notes and names', 'chord symbols only', 'numerals and the key', 'key name only'] as const

/** The label of the button that continues, by the state of the run. */
const CONTINUE_LABELS: Readonly<Record<string, string>> = {
  done: 'Continue',
  paused: 'Continue',
  loading: 'Loading the sounds …',
}

/**
 * An exercise being played: now and next, the notes with their verdicts, marks at the end. Two keys or a pedal
 * control everything.
 */
export const Stage = ({ open, exercise, written, line, title, hide, propose }: StageProps) => {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { instrument, chordStyle } = useSettings()
  const unsavedRun = useCallback(
    (take: Take): UnsavedRun => ({
      tune: open.tune.id,
      title: `${title}, ${open.tune.title}`,
      exercise,
      line,
      take,
    }),
    [open.tune, title, exercise, line],
  )
  const onPlayed = useCallback((take: Take) => keepUnsavedRun(unsavedRun(take)), [unsavedRun])
  const shift = instrument.written.semitones
  const [rules] = useGradeRules()
  const rulesNow = useRef(rules)
  rulesNow.current = rules
  const cue = useRef<Parameters<typeof useSources>[0]>(undefined)
  const { midi, microphone, hearing } = useSources({
    low: instrument.range.low,
    shift,
    press: (...note) => cue.current?.press(...note),
    release: (key) => cue.current?.release(key),
    hear: (tone) => cue.current?.hear(tone),
    onCue: () => cue.current?.onCue(),
    onLost: (because) => cue.current?.onLost(because),
  })
  const run = useRun({ exercise, analysis: open.sounding, timingOf: hearing, rules, onPlayed })
  const [armed, setArmed] = useState(false)
  const [trouble, setTrouble] = useState<string>()
  const [hidden, setHidden] = useState(hide)
  const [byNote, setByNote] = useState(false)
  const [simulated, setSimulated] = useState<SimulatedSettings>()
  const [sounding, setSounding] = useState<ReadonlySet<number>>(new Set())
  const [interrupted, setLeftover] = useState<{ hand: UnsavedRun; grade: Grade }>()
  const running = run.state === 'count-in' || run.state === 'playing'
  const pitches = (written.free?.example ?? written.expected).map(({ midi }) => midi)
  const hasBoard = microphone.state !== 'on' && midi.chosen === undefined
  // A fingerboard is higher than keys.
  const trailHeight = hasBoard && instrument.strings ? 250 : 300
  const low = Math.min(...pitches) - 2
  const high = Math.max(...pitches) + 2

  const keep = useCallback(
    (hand: UnsavedRun, grade: Grade, state: 'finished' | 'abandoned') => {
      void sendEdit(dispatch, runEdit(hand, grade, state)).then(dropUnsavedRun)
    },
    [dispatch],
  )
  const kept = useRef<Take>(undefined)
  useEffect(() => {
    if (run.state !== 'done' || !run.take || !run.grade || kept.current === run.take) return
    kept.current = run.take
    keep(unsavedRun(run.take), run.grade, 'finished')
  }, [run.state, run.take, run.grade, keep, unsavedRun])
  useEffect(() => {
    void readUnsavedRun().then(
      (hand) => hand && setLeftover({ hand, grade: gradeTake(hand.exercise, hand.take, rulesNow.current) }),
    )
  }, [])

  const press = useCallback(
    (midi: number, source: Source, atMs?: number) => {
      run.press(midi - shift, source, atMs)
      setSounding((before) => new Set(before).add(midi))
    },
    [run.press, shift],
  )
  const release = useCallback(
    (midi: number) => {
      run.release(midi - shift)
      setSounding((before) => new Set([...before].filter((one) => one !== midi)))
    },
    [run.release, shift],
  )
  const begun = useRef('')
  const again = useCallback(() => {
    setLeftover(undefined)
    begun.current = new Date().toISOString()
    run.start(simulated)
  }, [run.start, simulated])
  const onFile = async (file: File) => {
    setTrouble(undefined)
    setLeftover(undefined)
    begun.current = new Date().toISOString()
    const notes = await engine().importTake(new Uint8Array(await file.arrayBuffer()))
    if (notes.ok) await run.read(notes.value)
    else setTrouble(`${file.name}: ${notes.problems.map((problem) => wordReason(problem)).join(' ')}`)
  }
  const stop = useCallback(async () => {
    const stopped = await run.abandon()
    setLeftover(stopped && { hand: unsavedRun(stopped.take), grade: stopped.grade })
  }, [run.abandon, unsavedRun])
  const leave = useCallback(
    () =>
      void navigate(
        `/tunes/${open.tune.id}/drills?bars=${exercise.spec.stretch.from + 1}-${exercise.spec.stretch.to + 1}`,
      ),
    [navigate, open.tune.id, exercise.spec.stretch],
  )
  // Proposed once per grade: saving the run in the meantime changes nothing.
  const proposed = useRef<{ grade: Grade; step: NextStepProposal }>(undefined)
  if (run.grade && proposed.current?.grade !== run.grade)
    proposed.current = { grade: run.grade, step: propose(exercise, run.grade, begun.current, hidden) }
  const next = run.state === 'done' ? proposed.current?.step : undefined
  const goOn = useCallback(() => {
    if (running) run.pause()
    else if (run.state === 'paused') run.resume()
    else if (run.state === 'done' && next) {
      if (`${location.pathname}${location.search}` === next.address) again()
      else void navigate(next.address)
    } else if (run.state === 'ready') again()
  }, [running, run.state, run.pause, run.resume, next, navigate, again])
  cue.current = {
    low: instrument.range.low,
    shift,
    press,
    release,
    hear: run.hear,
    onCue: () => byNote && !running && (run.state === 'ready' || run.state === 'done') && again(),
    onLost: (because) => running && run.pause(because),
  }
  useStageKeys({ armed, setArmed, base: low, press, release, again, goOn })
  useHotkeys('h', () => setHidden((level) => Math.min(HIDING.length, level + 1)), { enabled: !armed })
  useHotkeys('shift+h', () => setHidden((level) => Math.max(1, level - 1)), { enabled: !armed })
  const hear = useHear()
  useWakeLock(running)
  const rest = useBreakReminder(running)

  return (
    <div
      data-run={run.state}
      className="mx-auto flex min-h-screen max-w-[84rem] flex-col px-8 pt-5 max-sm:px-4"
    >
      <OutboxBar />
      <header className="flex flex-wrap justify-between gap-4 text-xl text-soft">
        <h1 className="font-text text-xl font-normal">
          {title} · {open.tune.title}, {barsText(exercise.spec.stretch)}
        </h1>
        <span className="flex items-baseline gap-6">
          <span>
            <span className="font-head text-4xl font-bold text-ink tabular-nums">{exercise.spec.tempo}</span>{' '}
            bpm
          </span>
          for {instrument.name}
          {!running && (
            <Button look="quiet" onClick={leave}>
              Leave
            </Button>
          )}
        </span>
      </header>
      <main className="grow py-3">
        {run.state === 'done' && run.grade ? (
          <Result
            analysis={open.written}
            grade={run.grade}
            exercise={exercise}
            next={next}
            onHear={() => run.take && hear(playTakeOverExercise(exercise, run.take))}
          />
        ) : (
          <NowNext
            analysis={open.written}
            exercise={exercise}
            position={run.position}
            style={chordStyle}
            shown={hidden >= 4 ? 'key' : hidden === 3 ? 'numerals' : 'chords'}
          />
        )}
        {hidden > 1 && run.state !== 'done' && (
          <p className="mt-6 text-2xl text-soft" role="status">
            {HIDING[hidden - 1]} · <kbd>Shift + H</kbd> shows more
            {run.judged.length > 0 && (
              <span className="mt-2 block text-4xl text-ink tabular-nums">{countsOf(run.judged)}</span>
            )}
          </p>
        )}
        <div className={hidden > 1 && run.state !== 'done' ? 'sr-only' : 'mt-3'}>
          {written.free ? (
            <FreeTrail
              analysis={open.written}
              exercise={written}
              judged={shifted(run.judged, shift)}
              position={run.position}
              style={chordStyle}
              height={run.state === 'done' ? 200 : trailHeight}
            />
          ) : (
            <Trail
              analysis={open.written}
              exercise={written}
              judged={shifted(run.judged, shift)}
              position={run.position}
              weakestBar={run.grade?.weakestBar}
              style={chordStyle}
              showNames
              height={run.state === 'done' ? 190 : trailHeight}
            />
          )}
          {run.state === 'done' && run.grade && (
            <RunPictures
              analysis={open.written}
              exercise={written}
              grade={{ ...run.grade, judged: shifted(run.grade.judged, shift) }}
              shift={shift}
              rules={rules}
            />
          )}
        </div>
        {run.silent && (
          <p role="status" className="text-lg">
            The sound couldn’t start: the run continues without the band.
          </p>
        )}
        {rest.due !== undefined && (
          <p role="status" className="my-2 flex flex-wrap items-center gap-3 text-lg text-soft">
            {rest.due} minute{rest.due === 1 ? '' : 's'} without a break: rest your hands and lips for a
            while.
            <Button look="quiet" onClick={rest.later}>
              Later
            </Button>
          </p>
        )}
        {trouble && <Notice urgent>{trouble}</Notice>}
        {run.state === 'paused' && (
          <Stopped
            name="Paused"
            description={`${run.because ?? 'Paused.'} The bar starts again after a one-bar count-in.`}
            main={['Continue', run.resume]}
            other={['Stop here', () => void stop()]}
          />
        )}
        {interrupted && (
          <Stopped
            name="A run was interrupted"
            description={`${interrupted.hand.title}: interrupted after ${interrupted.hand.take.notes.length} notes.`}
            main={[
              'Save as abandoned',
              () => {
                keep(interrupted.hand, interrupted.grade, 'abandoned')
                setLeftover(undefined)
              },
            ]}
            other={[
              'Discard',
              () => {
                dropUnsavedRun()
                setLeftover(undefined)
              },
            ]}
          />
        )}
        {run.state !== 'done' && hasBoard && (
          <Board
            instrument={instrument}
            low={low}
            high={high}
            flats={keySignature(open.written.chart.key ?? exercise.key) <= 0}
            sounding={sounding}
            onPress={(midi) => press(midi, 'screen-keys')}
            onRelease={release}
          />
        )}
      </main>
      <footer className="flex flex-wrap items-center gap-x-2 gap-y-1 border-t border-rule py-2 text-lg">
        <Button look="main" onClick={goOn} className="text-lg">
          {running ? 'Pause' : (CONTINUE_LABELS[run.state] ?? 'Start')}{' '}
          <kbd className="opacity-70">Page Down</kbd>
        </Button>
        <Button
          onClick={() => setHidden((level) => (level % HIDING.length) + 1)}
          className="text-lg"
          aria-label={`Showing: ${HIDING[hidden - 1]}`}
        >
          Hide <kbd className="opacity-70">H</kbd>
        </Button>
        <Button onClick={again} className="text-lg">
          Again <kbd className="opacity-70">Page Up</kbd>
        </Button>
        {!running && run.state !== 'paused' && (
          <>
            <BandPanel feel={open.sounding.chart.feel} tempo={exercise.spec.tempo} />
            <Sources
              sources={{ midi, microphone }}
              byNote={byNote}
              setByNote={setByNote}
              armed={armed}
              setArmed={setArmed}
              simulated={simulated}
              setSimulated={setSimulated}
              onFile={(file) => void onFile(file)}
            />
          </>
        )}
        {running && armed && <span>computer keyboard: Z is the lowest note, each row a fourth higher</span>}
      </footer>
    </div>
  )
}

/** Verdicts with the played pitch as the instrument reads it. */
const shifted = (judged: readonly Judged[], shift: number) =>
  judged.map((one) => (one.midi === undefined ? one : { ...one, midi: one.midi + shift }))
