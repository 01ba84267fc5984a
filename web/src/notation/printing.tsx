import { type ReactNode, useEffect, useState } from 'react'
import { createPortal, flushSync } from 'react-dom'

/** What is on paper, drawn when the browser prints and only then, whatever stands on the page. */
export const OnPaper = ({ children }: { readonly children: () => ReactNode }) => {
  const [printing, setPrinting] = useState(false)
  useEffect(() => {
    const before = () => flushSync(() => setPrinting(true))
    const after = () => setPrinting(false)
    addEventListener('beforeprint', before)
    addEventListener('afterprint', after)
    return () => {
      removeEventListener('beforeprint', before)
      removeEventListener('afterprint', after)
    }
  }, [])
  return printing ? createPortal(children(), document.body) : null
}

/** Prints when what was just changed is on the page. */
export const printSoon = (): void => void setTimeout(() => window.print())
