import {
  type Exercise,
  type Grade,
  keySignature,
  reason,
  type Source,
  type Take,
  wordReason,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { useLocation, useNavigate } from 'react-router'
import { BandPanel } from '../audio/BandPanel.tsx'
import { soundOfInstrument } from '../audio/sounds.ts'
import { useHandedFile } from '../data/handedFile.ts'
import { OutboxBar } from '../data/OutboxBar.tsx'
import { readInTime } from '../engine/engine.ts'
import { Board } from '../input/Board.tsx'
import { lowMsHeard } from '../input/microphone.ts'
import { useArmed } from '../input/useArmed.ts'
import { useComputerKeys } from '../input/useComputerKeys.ts'
import { useSettings } from '../settings/settings.ts'
import { useGradeRules } from '../settings/useGradeRules.ts'
import type { OpenTune } from '../tune/useTune.ts'
import { Button } from '../ui/Button.tsx'
import { Notice } from '../ui/Notice.tsx'
import { useWindowSize } from '../ui/useWindowSize.ts'
import { HIDING } from './play/hiding.ts'
import { PlayArea } from './play/PlayArea.tsx'
import { heightFor, pictureFor } from './play/pictureFor.ts'
import { StageViewChoice } from './play/StageViewChoice.tsx'
import { Stopped } from './play/Stopped.tsx'
import { useStageView } from './play/useStageView.ts'
import type { NextStepProposal, ProposeNextStep } from './result/useNextStep.ts'
import { BreakReminder } from './run/BreakReminder.tsx'
import { keepUnsavedRun } from './run/unsavedRun.ts'
import { useByItself } from './run/useByItself.ts'
import { useRun } from './run/useRun.ts'
import { useSavedRun, useUnsavedRun } from './run/useSavedRun.ts'
import { useSessionBlock } from './run/useSessionBlock.ts'
import { useWakeLock } from './run/useWakeLock.ts'
import { StageHeader } from './StageHeader.tsx'
import { Sources } from './sources/Sources.tsx'
import { simulatedChoice } from './sources/simulatedChoice.ts'
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
  /** Whether the next run starts by itself. */
  readonly byItself: boolean
  readonly propose: ProposeNextStep
}

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
export const Stage = ({ open, exercise, written, line, title, hide, byItself, propose }: StageProps) => {
  const navigate = useNavigate()
  const { instrument } = useSettings()
  const [hidden, setHidden] = useState(hide)
  const leastHidden = useRef(hide)
  leastHidden.current = Math.min(leastHidden.current, hidden)
  const unsavedRun = useUnsavedRun({ open, exercise, line, title, leastHidden })
  const onPlayed = useCallback((take: Take) => keepUnsavedRun(unsavedRun(take)), [unsavedRun])
  const shift = instrument.written.semitones
  const [rules] = useGradeRules()
  const cue = useRef<Parameters<typeof useSources>[0]>(undefined)
  const { midi, microphone, hearing } = useSources({
    range: instrument.range,
    shift,
    press: (...note) => cue.current?.press(...note),
    release: (...note) => cue.current?.release(...note),
    hear: (tone) => cue.current?.hear(tone),
    onCue: () => cue.current?.onCue(),
    onLost: (because) => cue.current?.onLost(because),
  })
  const run = useRun({
    exercise,
    analysis: open.sounding,
    timingOf: hearing,
    rules,
    playerSound: soundOfInstrument(instrument.id),
    onPlayed,
  })
  const saving = useSavedRun(run, unsavedRun, rules)
  useSessionBlock(run)
  const [armed, setArmed] = useArmed(true)
  const [trouble, setTrouble] = useState<string>()
  const [byNote, setByNote] = useState(false)
  const simulated = simulatedChoice.use()
  const [sounding, setSounding] = useState<ReadonlySet<number>>(new Set())
  const running = run.state === 'count-in' || run.state === 'playing'
  const pitches = (written.free?.example ?? written.expected).map(({ midi: pitch }) => pitch)
  const hasBoard = microphone.state !== 'on' && midi.chosen === undefined
  const low = Math.min(...pitches) - 2
  const [view, setView] = useStageView()
  const size = useWindowSize()
  const picture = pictureFor(written, open.written.chart, view, size)
  const chosenByDefault = picture === 'dots' && !exercise.free
  const board = hasBoard && (armed || (view.board ?? chosenByDefault))

  const press = useCallback(
    (pitch: number, source: Source, atMs: number) => {
      run.press(pitch - shift, source, atMs)
      setSounding((before) => new Set(before).add(pitch))
    },
    [run.press, shift],
  )
  const release = useCallback(
    (pitch: number, atMs: number) => {
      run.release(pitch - shift, atMs)
      setSounding((before) => new Set([...before].filter((one) => one !== pitch)))
    },
    [run.release, shift],
  )
  const begun = useRef('')
  /** What had sounded below the instrument before the run. */
  const lowBefore = useRef(0)
  const again = useCallback(() => {
    saving.dismiss()
    begun.current = new Date().toISOString()
    leastHidden.current = hidden
    lowBefore.current = lowMsHeard()
    run.start(simulated)
  }, [saving.dismiss, run.start, simulated, hidden])
  const onFile = async (file: File) => {
    setTrouble(undefined)
    saving.dismiss()
    begun.current = new Date().toISOString()
    const bytes = new Uint8Array(await file.arrayBuffer())
    const notes = await readInTime((engine) => engine.importTake(bytes))
    if (notes.ok) await run.read(notes.value)
    else setTrouble(`${file.name}: ${notes.problems.map((problem) => wordReason(problem)).join(' ')}`)
  }
  useHandedFile('take', (file) => void onFile(file))
  // Proposed once per grade: saving the run in the meantime changes nothing.
  const proposed = useRef<{ grade: Grade; step: NextStepProposal; lowMs: number }>(undefined)
  if (run.grade && proposed.current?.grade !== run.grade) {
    const here = { why: reason('next.nothingHeard'), address: `${location.pathname}${location.search}` }
    const played = (run.take?.notes.length ?? 0) > 0
    const step = played ? propose(exercise, run.grade, begun.current, hidden) : here
    proposed.current = { grade: run.grade, step, lowMs: Math.max(0, lowMsHeard() - lowBefore.current) }
  }
  const next = run.state === 'done' ? proposed.current?.step : undefined
  const goOn = useCallback(() => {
    if (running) run.pause()
    else if (run.state === 'paused') run.resume()
    else if (run.state === 'done' && next) {
      if (`${location.pathname}${location.search}` === next.address) again()
      else void navigate(next.address, { state: { begin: byItself } })
    } else if (run.state === 'ready') again()
  }, [running, run.state, run.pause, run.resume, next, navigate, again, byItself])
  // Nothing heard: nobody is there who plays.
  const heard = (run.take?.notes.length ?? 0) > 0
  const secondsLeft = useByItself(byItself && run.state === 'done' && next !== undefined && heard, goOn)
  const { state: arrived } = useLocation()
  const begins = useRef(byItself && (arrived as { begin?: boolean } | null)?.begin === true)
  useEffect(() => {
    if (begins.current) again()
    begins.current = false
  }, [again])
  cue.current = {
    range: instrument.range,
    shift,
    press,
    release,
    hear: run.hear,
    onCue: () => byNote && !running && (run.state === 'ready' || run.state === 'done') && again(),
    onLost: (because) => running && run.pause(because),
  }
  useComputerKeys({
    armed,
    base: low,
    onPress: (pitch, atMs) => press(pitch, 'computer-keyboard', atMs),
    onRelease: release,
  })
  useStageKeys({
    letters: !armed,
    onGoOn: goOn,
    onAgain: again,
    onHide: (by) => setHidden((level) => Math.min(HIDING.length, Math.max(1, level + by))),
  })
  useWakeLock(running)

  return (
    <div
      data-run={run.state}
      className="mx-auto flex min-h-screen max-w-[84rem] flex-col px-8 pt-5 max-sm:px-4"
    >
      <OutboxBar />
      <StageHeader open={open} exercise={exercise} title={title} canLeave={!running} />
      <main className="grow py-3">
        <PlayArea
          {...{ open, exercise, written, run, rules, hidden, next, picture }}
          lowMs={proposed.current?.lowMs ?? 0}
          ahead={view.ahead}
          height={heightFor(
            size.height,
            picture,
            board ? (instrument.strings ? 'fingerboard' : 'keys') : 'none',
          )}
        />
        {run.silent && (
          <p role="status" className="text-lg">
            The sound couldn’t start: the run continues without the band.
          </p>
        )}
        <BreakReminder running={running} />
        {trouble && <Notice urgent>{trouble}</Notice>}
        {run.state === 'ready' && run.because && <Notice urgent>{run.because}</Notice>}
        {run.state === 'paused' && (
          <Stopped
            name="Paused"
            description={`${run.because ?? 'Paused.'} The bar starts again after a one-bar count-in.`}
            main={['Continue', run.resume]}
            other={['Stop here', () => void saving.stop()]}
          />
        )}
        {saving.interrupted && (
          <Stopped
            name="A run was interrupted"
            description={`${saving.interrupted.run.title}: interrupted after ${saving.interrupted.run.take.notes.length} notes.`}
            main={['Save as abandoned', saving.saveInterrupted]}
            other={['Discard', saving.discardInterrupted]}
          />
        )}
        {run.state !== 'done' && board && (
          <Board
            instrument={instrument}
            range={{ low, high: Math.max(...pitches) + 2 }}
            flats={keySignature(open.written.chart.key ?? exercise.key) <= 0}
            sounding={sounding}
            onPress={(pitch, atMs) => press(pitch, 'screen-keys', atMs)}
            onRelease={release}
          />
        )}
      </main>
      <footer className="sticky bottom-0 flex flex-wrap items-center gap-x-1.5 gap-y-1 border-t border-rule bg-ground py-2 text-lg">
        <Button look="main" onClick={goOn} className="text-lg">
          {running ? 'Pause' : (CONTINUE_LABELS[run.state] ?? 'Start')}
          {secondsLeft !== undefined && ` in ${secondsLeft}`}{' '}
          <kbd className="text-sm opacity-70">Page Down</kbd>
        </Button>
        <Button
          onClick={() => setHidden((level) => (level % HIDING.length) + 1)}
          className="text-lg"
          aria-label={`Hide, showing: ${HIDING[hidden - 1]}`}
        >
          Hide <kbd className="text-sm opacity-70">H</kbd>
        </Button>
        <Button onClick={again} className="text-lg">
          Again <kbd className="text-sm opacity-70">Page Up</kbd>
        </Button>
        {!running && run.state !== 'paused' && (
          <>
            <StageViewChoice
              view={view}
              onChange={setView}
              board={hasBoard ? board : undefined}
              notes={!exercise.free}
            />
            <BandPanel feel={open.sounding.chart.feel} tempo={exercise.spec.tempo} />
            <Sources
              sources={{ midi, microphone }}
              {...{ byNote, setByNote, armed, setArmed, simulated, setSimulated: simulatedChoice.set }}
              onFile={(file) => void onFile(file)}
            />
          </>
        )}
        {running && armed && <span>computer keyboard: Z is the lowest note, each row a fourth higher</span>}
      </footer>
    </div>
  )
}
