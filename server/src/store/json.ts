import { Column, type ColumnOptions } from 'typeorm'

/** What a cell holds whose text is not JSON, after a fault of the disk or a hand in the file. */
const BROKEN = Symbol('broken')

/** A column of JSON. One broken cell is found by `isWhole` and fails no list. */
export const JsonColumn = (options: Pick<ColumnOptions, 'default' | 'nullable'> = {}): PropertyDecorator =>
  Column('text', {
    ...options,
    transformer: {
      to: (value: unknown) => (value === undefined || value === null ? value : JSON.stringify(value)),
      // A column with a default is read back after an insert, and then it comes through here twice.
      from: (cell: unknown) => {
        try {
          return typeof cell === 'string' ? JSON.parse(cell) : cell
        } catch {
          return BROKEN
        }
      },
    },
  })

/** Whether every cell of a row could be read; the others are left out of lists, and stay in the file as they are. */
export const isWhole = (row: object): boolean => !Object.values(row).includes(BROKEN)
