import type { RequestHandler, Response } from 'express'
import papaparse from 'papaparse'
import type { Store } from '../store/database.ts'
import { ladderForCsv } from '../store/ladderRows.ts'
import { notesForCsv, runsForCsv } from '../store/runLists.ts'

/** Rows of a table, the oldest first, some at a time: a log of years doesn't fit into memory. */
type Pages = (store: Store) => AsyncIterable<readonly Readonly<Record<string, string | number>>[]>

const write = async (response: Response, text: string): Promise<void> => {
  if (!response.write(text)) await new Promise((drained) => response.once('drain', drained))
}

/**
 * A table as CSV (RFC 4180, through papaparse): a heading, and a line for each row. What a spreadsheet would take for a
 * formula has an apostrophe before it.
 */
const csv =
  (store: Store, name: string, columns: readonly string[], pages: Pages): RequestHandler =>
  async (_request, response) => {
    response.attachment(`eager-contour-${name}.csv`).type('text/csv')
    await write(response, `${columns.join(',')}\r\n`)
    for await (const rows of pages(store)) {
      const lines = rows.map((row) => columns.map((column) => row[column] ?? ''))
      if (response.destroyed) return
      if (lines.length > 0)
        await write(response, `${papaparse.unparse(lines, { newline: '\r\n', escapeFormulae: true })}\r\n`)
    }
    response.end()
  }

const RUN_COLUMNS = [
  ...['id', 'playedAt', 'tune', 'firstBar', 'lastBar', 'rung', 'key', 'tempo', 'state', 'verdict'],
  ...['notes', 'time', 'flow', 'limits', 'strong', 'joins', 'home', 'space', 'variety', 'landing'],
  ...['source', 'seconds', 'words'],
] as const
const LADDER_COLUMNS = [
  ...['tune', 'firstBar', 'lastBar', 'rung', 'key', 'fromMemory', 'runs', 'lastPlayed'],
  ...['lastVerdict', 'lastTempo', 'state', 'recallPercent', 'due'],
] as const
const NOTE_COLUMNS = ['run', 'onsetMs', 'durationMs', 'midi', 'cents', 'velocity'] as const

/** The log and how the ladder stands, as tables, by the last part of their path. */
export const csvTables = (store: Store): Readonly<Record<string, RequestHandler>> => ({
  runs: csv(store, 'runs', RUN_COLUMNS, runsForCsv),
  ladder: csv(store, 'ladder', LADDER_COLUMNS, ladderForCsv),
  notes: csv(store, 'notes', NOTE_COLUMNS, notesForCsv),
})
