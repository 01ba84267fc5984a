import type { MarkId, NoteVerdict } from '@eager-contour/core'

export const VERDICT_COLOURS: Readonly<Record<NoteVerdict, string>> = {
  right: 'var(--lichen)',
  early: 'var(--saffron)',
  late: 'var(--saffron)',
  wrong: 'var(--madder)',
  missed: 'var(--madder)',
  extra: 'var(--madder)',
}

/** What each mark measures, in a player's words. */
export const MARK_DESCRIPTIONS: Readonly<Record<MarkId, string>> = {
  notes: 'notes right',
  time: 'on time',
  flow: 'without stopping',
  limits: 'inside the limits',
  strong: 'chord tones on strong beats',
  joins: 'joined by step',
  home: 'outside notes resolved',
  space: 'rests',
  variety: 'variety of bars',
  landing: 'landing on 1, 3, 5',
}
