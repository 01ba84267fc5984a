import { DEFAULT_SETTINGS, type SettingsAnswer, SettingsBody } from '@eager-contour/contract'
import { Entity, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { Edited, resource, writeEdited } from './resource.ts'

type Values = Omit<SettingsAnswer, 'revision'>

/** All settings are one JSON value, so that a new one needs no migration. */
@Entity('settings')
class SettingsEntity extends Edited {
  @PrimaryColumn('text') id: string
  @JsonColumn() values: Partial<Values>
}

const ID = 'settings'

const answerOf = (row: SettingsEntity | null): SettingsAnswer => ({
  ...DEFAULT_SETTINGS,
  ...(row && isWhole(row) ? row.values : {}),
  revision: row?.revision ?? DEFAULT_SETTINGS.revision,
})

export const readSettings = async (store: Store): Promise<SettingsAnswer> =>
  answerOf(await store.manager.findOneBy(SettingsEntity, { id: ID }))

export const writeSettings = async (store: Store, body: SettingsBody): Promise<SettingsAnswer> => {
  const { revision: _revision, edit: _edit, ...given } = body
  const changed = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined))
  const fields = (known: SettingsEntity | null) => ({ values: { ...known?.values, ...changed } })
  // Two tabs that change different settings both keep theirs.
  return answerOf(await writeEdited(store, SettingsEntity, ID, body, fields, answerOf, true))
}

export const settings = resource({
  path: 'settings',
  entities: [SettingsEntity],
  body: SettingsBody,
  single: { id: ID, read: readSettings },
  write: (store, _id, body: SettingsBody) => writeSettings(store, body),
})
