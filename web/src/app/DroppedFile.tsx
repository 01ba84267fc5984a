import { type RecognisedFile, wordReason } from '@eager-contour/core'
import { Dialog } from 'radix-ui'
import { useEffect, useState } from 'react'
import { useLocation, useNavigate } from 'react-router'
import { type FilePlace, handFile } from '../data/handedFile.ts'
import { readInTime } from '../engine/engine.ts'
import { Button } from '../ui/Button.tsx'
import { counted } from '../ui/counted.ts'
import { tellFailed } from '../ui/tell.ts'

interface Offered {
  readonly file: File
  readonly found: RecognisedFile
}

interface Offer {
  readonly place: FilePlace
  readonly text: string
  /** Where it is opened; the page that is open already, if left out. */
  readonly to?: string
}

const KINDS: Readonly<Record<RecognisedFile['kind'], string>> = {
  midi: 'a MIDI file',
  musicxml: 'a MusicXML score',
  abc: 'a tune in ABC',
  chart: 'a chart as text',
  archive: 'a zip archive',
  unknown: 'nothing that can be used here',
}

/** What it is, in a sentence: “a MusicXML score with 12 bars of changes and 40 notes”. */
const describe = ({ kind, bars, notes }: RecognisedFile): string => {
  const parts = [bars > 0 && `${counted(bars, 'bar')} of changes`, notes > 0 && counted(notes, 'note')]
  const inside = parts.filter(Boolean).join(' and ')
  return `${KINDS[kind]}${inside && ` with ${inside}`}`
}

/** Where a file can go, from the page that is open. */
const offersFor = ({ kind, bars, notes }: RecognisedFile, path: string): readonly Offer[] => {
  const tune = /^\/tunes\/(?!new)([^/]+)/.exec(path)?.[1]
  return [
    ...(path.startsWith('/stage/') && kind === 'midi'
      ? [{ place: 'take' as const, text: 'Grade it as a take' }]
      : []),
    ...(bars > 0
      ? [{ place: 'new tune' as const, text: 'A new tune of its changes', to: '/tunes/new' }]
      : []),
    ...(notes > 0 && tune !== undefined
      ? [
          {
            place: 'line' as const,
            text: 'A line over the chosen bars',
            ...(path.endsWith('/line') ? {} : { to: `/tunes/${tune}/line` }),
          },
        ]
      : []),
    ...(notes > 0 ? [{ place: 'phrase' as const, text: 'A phrase of my own', to: '/vocabulary/new' }] : []),
    ...(kind === 'archive' ? [{ place: 'library' as const, text: 'Add it as a library', to: '/setup' }] : []),
  ]
}

const WANTED = 'Wanted: MIDI, MusicXML (also .mxl), ABC, a chart as text, or a library that was saved here.'

/** Text that is pasted is a file of a kind if it stands in no field. */
const isInField = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, textarea, select, [contenteditable]') !== null

/** A file that is dropped anywhere, or a chart that is pasted outside a field: told what it is, and offered to where it belongs. */
export const DroppedFile = () => {
  const [offered, setOffered] = useState<Offered>()
  const { pathname, search } = useLocation()
  const navigate = useNavigate()
  useEffect(() => {
    const offer = async (file: File) => {
      try {
        const bytes = new Uint8Array(await file.arrayBuffer())
        const found = await readInTime((engine) => engine.recogniseFile(bytes))
        if (found.ok) setOffered({ file, found: found.value })
        else tellFailed(`${file.name}: ${found.problems.map((problem) => wordReason(problem)).join(' ')}`)
      } catch {
        tellFailed(`Can’t read ${file.name}. Nothing was changed.`)
      }
    }
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes('Files')) event.preventDefault()
    }
    const drop = (event: DragEvent) => {
      const file = event.dataTransfer?.files[0]
      if (!file) return
      event.preventDefault()
      void offer(file)
    }
    const paste = (event: ClipboardEvent) => {
      if (isInField(event.target)) return
      const file = event.clipboardData?.files[0]
      const text = event.clipboardData?.getData('text/plain') ?? ''
      if (file) void offer(file)
      else if (text.trim() !== '') void offer(new File([text], 'What was pasted', { type: 'text/plain' }))
    }
    addEventListener('dragover', over)
    addEventListener('drop', drop)
    addEventListener('paste', paste)
    return () => {
      removeEventListener('dragover', over)
      removeEventListener('drop', drop)
      removeEventListener('paste', paste)
    }
  }, [])
  if (!offered) return null
  const { file, found } = offered
  const offers = offersFor(found, pathname)
  const take = ({ place, to }: Offer) => {
    handFile(place, file)
    setOffered(undefined)
    if (to !== undefined && to !== pathname) void navigate(to + (to.endsWith('/line') ? search : ''))
  }
  return (
    <Dialog.Root open onOpenChange={() => setOffered(undefined)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/40" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-40 w-[min(34rem,94vw)] -translate-1/2 rounded-2xl bg-sheet p-6 text-ink shadow-lg">
          <Dialog.Title className="text-2xl break-words">{file.name}</Dialog.Title>
          <Dialog.Description className="mt-1 text-lg">
            It is {describe(found)}. {offers.length === 0 ? WANTED : 'What is it for?'}
          </Dialog.Description>
          <div className="mt-4 flex flex-wrap gap-3">
            {offers.map((one, at) => (
              <Button key={one.place} look={at === 0 ? 'main' : 'plain'} onClick={() => take(one)}>
                {one.text}
              </Button>
            ))}
            <Dialog.Close asChild>
              <Button look="quiet">Leave it</Button>
            </Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
