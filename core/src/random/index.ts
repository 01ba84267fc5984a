/** Random numbers from a seed. */

export { randomFrom } from './random.ts'
