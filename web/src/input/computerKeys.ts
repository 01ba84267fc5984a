/**
 * The computer keyboard as an instrument: four rows, each rising by half steps from left to right, each row a fourth
 * above the one below it, like strings tuned in fourths. The key K itself disarms it.
 */
const ROWS: readonly (readonly string[])[] = [
  ['KeyZ', 'KeyX', 'KeyC', 'KeyV', 'KeyB', 'KeyN', 'KeyM', 'Comma', 'Period', 'Slash'],
  ['KeyA', 'KeyS', 'KeyD', 'KeyF', 'KeyG', 'KeyH', 'KeyJ', '', 'KeyL', 'Semicolon'],
  ['KeyQ', 'KeyW', 'KeyE', 'KeyR', 'KeyT', 'KeyY', 'KeyU', 'KeyI', 'KeyO', 'KeyP'],
  ['Digit1', 'Digit2', 'Digit3', 'Digit4', 'Digit5', 'Digit6', 'Digit7', 'Digit8', 'Digit9', 'Digit0'],
]
const FOURTH = 5

/** Half steps above the lowest key (Z); undefined for a key that plays nothing. */
export const halfStepsOfKey = (code: string): number | undefined => {
  for (const [row, keys] of ROWS.entries()) {
    const at = keys.indexOf(code)
    if (at >= 0 && code !== '') return row * FOURTH + at
  }
  return undefined
}
