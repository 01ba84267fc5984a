import {
  check,
  type DemoData,
  IdParams,
  LineBody,
  PhraseBody,
  RunBody,
  SettingsBody,
  TuneBody,
} from '@eager-contour/contract'
import type { Store } from './database.ts'
import { writeLine } from './lines.ts'
import { writePhrase } from './phrases.ts'
import { recountItems } from './recounting.ts'
import { addRuns } from './runs.ts'
import { writeSettings } from './settings.ts'
import { TuneEntity, writeTune } from './tunes.ts'

const DEMO_EDIT = { revision: 0, edit: 'demo-edit-1' }

const valid = <T extends object>(type: new () => T, value: unknown): T => {
  const outcome = check(type, value)
  if (outcome.ok) return outcome.value
  throw new Error(`the demo does not match the contract: ${JSON.stringify(outcome.problems)}`)
}

/**
 * Fills an empty database with the demo, completely or not at all, through the same checks and writes as the API.
 * Returns whether it was empty.
 *
 * @param readDemo reads it, if it is needed
 */
export const fillWithDemo = async (database: Store, readDemo: () => DemoData): Promise<boolean> => {
  if ((await database.manager.count(TuneEntity)) > 0) return false
  const demo = readDemo()
  const checked = {
    tunes: demo.tunes.map(({ id, ...tune }) => ({
      ...valid(IdParams, { id }),
      body: valid(TuneBody, { ...tune, ...DEMO_EDIT }),
    })),
    lines: demo.lines.map(({ id, ...line }) => ({
      ...valid(IdParams, { id }),
      body: valid(LineBody, { ...line, ...DEMO_EDIT }),
    })),
    phrases: demo.phrases.map(({ id, ...phrase }) => ({
      ...valid(IdParams, { id }),
      body: valid(PhraseBody, { ...phrase, ...DEMO_EDIT }),
    })),
    runs: demo.runs.map(({ id, ...run }) => ({ ...valid(IdParams, { id }), body: valid(RunBody, run) })),
    settings: valid(SettingsBody, { ...demo.settings, ...DEMO_EDIT }),
  }
  await database.transaction(async (store) => {
    for (const { id, body } of checked.tunes) await writeTune(store, id, body)
    for (const { id, body } of checked.lines) await writeLine(store, id, body)
    for (const { id, body } of checked.phrases) await writePhrase(store, id, body)
    await addRuns(store, checked.runs)
    await recountItems(store)
    await writeSettings(store, checked.settings)
  })
  return true
}
