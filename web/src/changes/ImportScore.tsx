import { isAbc, type Problem, wordReason } from '@eager-contour/core'
import { useState } from 'react'
import { useHandedFile } from '../data/handedFile.ts'
import { readInTime } from '../engine/engine.ts'

const TEXT = /\.(?:txt|chart)$/i

/** Imports the changes of a file: a chart as text, a MusicXML score or a tune in ABC with chord symbols. */
export const ImportScore = ({ onRead }: { readonly onRead: (text: string) => void }) => {
  const [message, setMessage] = useState('')
  const [failed, setFailed] = useState(false)
  const tell = (text: string, bad: boolean) => {
    setMessage(text)
    setFailed(bad)
  }
  const take = async (file: File) => {
    tell(`Reading ${file.name} …`, false)
    try {
      const isText = TEXT.test(file.name) || file.type === 'text/plain'
      const text = isText ? await file.text() : ''
      // A text that is no ABC is a chart, even one that can't be read yet: its problems are marked in the editor.
      if (text.trim() !== '' && !isAbc(text)) {
        onRead(text)
        tell(`${file.name} is in the editor. Nothing is stored until you save it.`, false)
        return
      }
      const bytes = new Uint8Array(await file.arrayBuffer())
      const outcome = await readInTime((engine) => engine.importScore(bytes))
      if (outcome.ok) {
        onRead(outcome.value)
        tell(`The changes from ${file.name} are in the editor. Nothing is stored until you save them.`, false)
      } else tell(`${file.name}: ${outcome.problems.slice(0, 3).map(inWords).join(' ')}`, true)
    } catch {
      tell(`Can’t read ${file.name}. Nothing was imported.`, true)
    }
  }
  useHandedFile('new tune', (file) => void take(file))
  return (
    <div>
      <label className="block">
        <span className="mb-1 block text-soft">Or import a chart: text, MusicXML, .mxl or ABC</span>
        <input
          type="file"
          accept=".txt,.chart,.musicxml,.xml,.mxl,.abc"
          aria-label="Chart file"
          onChange={(event) => {
            const file = event.target.files?.[0]
            event.target.value = ''
            if (file) void take(file)
          }}
          className="block w-full rounded-xl border border-soft bg-sheet file:mr-3 file:min-h-11 file:border-0 file:bg-ledge file:px-4 file:text-ink"
        />
      </label>
      <p role="status" className={failed ? 'text-madder' : 'text-soft'}>
        {message}
      </p>
    </div>
  )
}

/** The problem with its bar, or with its line if that says something. */
const inWords = (problem: Problem): string => {
  const { bar, line = 1, column = 1 } = problem.place ?? {}
  const place =
    bar === undefined ? (line > 1 || column > 1 ? `Line ${line}, column ${column}: ` : '') : `Bar ${bar}: `
  return place + wordReason(problem)
}
