import { externalStore } from './externalStore.ts'

/** What a screen reader says next. */
export const announced = externalStore('')

/** Has something said that is seen on the page already. The same words twice are said twice. */
export const announce = (text: string): void =>
  announced.set(announced.get() === text ? `${text}\u00a0` : text)
