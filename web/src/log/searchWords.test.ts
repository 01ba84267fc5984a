import { instrumentOf } from '@eager-contour/core'
import { expect, it } from 'vitest'
import { storedWords } from './searchWords.ts'

it('searches the key that the player’s instrument reads at the pitch at which it is stored', () => {
  const tenor = instrumentOf('tenor-sax')
  expect(storedWords('E♭ major', tenor)).toBe('Db major')
  expect(storedWords('Eb outline', tenor)).toBe('Db outline')
  expect(storedWords('  breakwater solid ', tenor)).toBe('breakwater solid')
  expect(storedWords('F♯', instrumentOf('concert'))).toBe('F#')
  expect(storedWords('', tenor)).toBe('')
})
