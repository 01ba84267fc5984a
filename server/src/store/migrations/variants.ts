import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The numbers of variants by rung, before and now: some rungs have more ways to be played, in another order. */
const MOVED: Readonly<Record<string, Readonly<Record<number, number>>>> = {
  'from-below': { 0: 2, 1: 3 },
  'from-above': { 0: 2, 1: 3 },
  'small-set': { 0: 2 },
  'chord-scales': { 5: 7, 6: 5, 7: 6 },
  enclosures: {
    ...{ 0: 0, 1: 9, 2: 16, 3: 2, 4: 4, 5: 0, 6: 2, 7: 6, 8: 13, 9: 11, 10: 15, 11: 20, 12: 18, 13: 22 },
  },
}

const backwards = (moved: Readonly<Record<number, number>>): Readonly<Record<number, number>> =>
  Object.fromEntries(Object.entries(moved).map(([before, now]) => [now, Number(before)]))

/** Exercises keep the player's own order and how they are practised; variants have the numbers of the longer tables. */
export class Variants1764900000000 implements MigrationInterface {
  name = 'Variants1764900000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "exercises" ADD COLUMN "order" text')
    await runner.query('ALTER TABLE "exercises" ADD COLUMN "practice" text')
    for (const [rung, moved] of Object.entries(MOVED)) await renumber(runner, rung, moved)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const [rung, moved] of Object.entries(MOVED)) await renumber(runner, rung, backwards(moved))
    await runner.query('ALTER TABLE "exercises" DROP COLUMN "practice"')
    await runner.query('ALTER TABLE "exercises" DROP COLUMN "order"')
  }
}

/** Renumbers a rung's variants in the exercises, and in what the takes say was asked. */
const renumber = async (
  runner: QueryRunner,
  rung: string,
  moved: Readonly<Record<number, number>>,
): Promise<void> => {
  const exercises: readonly { id: string; variant: number }[] = await runner.query(
    'SELECT "id", "variant" FROM "exercises" WHERE "rung" = ?',
    [rung],
  )
  for (const { id, variant } of exercises)
    await runner.query('UPDATE "exercises" SET "variant" = ? WHERE "id" = ?', [moved[variant] ?? variant, id])
  const takes: readonly { run: string; take: string }[] = await runner.query(
    'SELECT t."run", t."take" FROM "takes" t JOIN "runs" r ON r."id" = t."run" WHERE r."rung" = ?',
    [rung],
  )
  for (const { run, take } of takes) {
    const other = renumbered(take, moved)
    if (other !== undefined) await runner.query('UPDATE "takes" SET "take" = ? WHERE "run" = ?', [other, run])
  }
}

/** A take (JSON) that was asked for another variant; undefined if it stays as it is, or can't be read. */
const renumbered = (text: string, moved: Readonly<Record<number, number>>): string | undefined => {
  try {
    const take = JSON.parse(text)
    const asked = JSON.parse(take.exercise)
    const variant = moved[asked.variant ?? 0]
    if (variant === undefined || variant === asked.variant) return undefined
    return JSON.stringify({ ...take, exercise: JSON.stringify({ ...asked, variant }) })
  } catch {
    return undefined
  }
}
