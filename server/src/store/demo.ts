import { check, type DemoData, LineBody, RunBody, SettingsBody, TuneBody } from '@eager-contour/contract'
import type { DataSource } from 'typeorm'
import { TuneEntity } from './entities.ts'
import { writeLine, writeRun, writeSettings, writeTune } from './records.ts'

const DEMO_EDIT = { revision: 0, edit: 'demo-edit-1' }

const valid = <T extends object>(type: new () => T, value: unknown): T => {
  const outcome = check(type, value)
  if (outcome.ok) return outcome.value
  throw new Error(`the demo does not keep to the contract: ${JSON.stringify(outcome.problems)}`)
}

/** Fills an empty database with the demo, through the same checks and writes as the API. Tells whether it was empty. */
export const fillWithDemo = async (source: DataSource, demo: DemoData): Promise<boolean> => {
  if ((await source.manager.count(TuneEntity)) > 0) return false
  for (const { id, ...tune } of demo.tunes)
    await writeTune(source, id, valid(TuneBody, { ...tune, ...DEMO_EDIT }))
  for (const { id, ...line } of demo.lines)
    await writeLine(source, id, valid(LineBody, { ...line, ...DEMO_EDIT }))
  for (const { id, ...run } of demo.runs) await writeRun(source, id, valid(RunBody, run))
  await writeSettings(source, valid(SettingsBody, { ...demo.settings, ...DEMO_EDIT }))
  return true
}
