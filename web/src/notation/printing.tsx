import { type ReactNode, useEffect, useState } from 'react'
import { createPortal, flushSync } from 'react-dom'
import { useSettings } from '../settings/settings.ts'
import { PAGE_CLASSES, sheetSize } from './paper.ts'

/** The sheet that was asked for by name; undefined for those of the page itself. */
let asked: string | undefined

interface OnPaperProps {
  /** For a sheet that is printed only when it is asked for. */
  readonly name?: string
  readonly children: () => ReactNode
}

/** What is on paper, drawn when the browser prints and only then, whatever stands on the page. */
export const OnPaper = ({ name, children }: OnPaperProps) => {
  const [printing, setPrinting] = useState(false)
  useEffect(() => {
    const before = () => asked === name && flushSync(() => setPrinting(true))
    const after = () => {
      asked = undefined
      setPrinting(false)
    }
    addEventListener('beforeprint', before)
    addEventListener('afterprint', after)
    return () => {
      removeEventListener('beforeprint', before)
      removeEventListener('afterprint', after)
    }
  }, [name])
  return printing ? createPortal(children(), document.body) : null
}

/** Prints when what was just changed is on the page. */
export const printSoon = (): void => void setTimeout(() => window.print())

/** Prints the sheet with a name, and nothing else. */
export const printSheet = (name: string): void => {
  asked = name
  printSoon()
}

interface SheetProps {
  readonly testId: string
  readonly title: string
  readonly facts: readonly (string | undefined)[]
  /** Given the width, in pixels, that it has. */
  readonly children: (width: number) => ReactNode
}

/** A sheet of its own: its title, what else is to be known, and what stands on it; in the chosen size on the chosen page. */
export const Sheet = ({ testId, title, facts, children }: SheetProps) => {
  const { page, printedNotes } = useSettings()
  const { width, scale } = sheetSize(printedNotes)
  return (
    <div
      className={`print-sheet ${PAGE_CLASSES[page]} bg-sheet text-ink`}
      data-testid={testId}
      style={{ width, zoom: scale }}
    >
      <header className="mb-4 flex items-baseline justify-between gap-6">
        <h1 className="text-3xl">{title}</h1>
        <span className="text-right">{facts.filter(Boolean).join(' · ')}</span>
      </header>
      {children(width)}
    </div>
  )
}
