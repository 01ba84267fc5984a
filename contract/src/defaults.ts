import type { SettingsAnswer } from './records/settings.ts'

/** A new player's settings. A break every 25 to 30 minutes, because repetition hurts (common practice, no source). */
export const DEFAULT_SETTINGS: SettingsAnswer = {
  revision: 0,
  instrument: 'concert',
  look: 'system',
  chordStyle: 'letters',
  scaleNames: 'mode',
  spelling: 'exact',
  player: '',
  page: 'A4',
  printedNotes: 'medium',
  singleKeys: true,
  welcomed: false,
  grading: {},
  plans: [],
  restMinutes: 25,
}
