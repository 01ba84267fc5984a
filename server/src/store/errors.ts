/** A write that is based on an older revision than the stored one. */
export class ConflictError extends Error {
  override name = 'ConflictError'

  /** @param current what is stored now, as it is answered */
  constructor(readonly current: unknown) {
    super('based on an older revision')
  }
}

/** Nothing is stored under an id. */
export class NotFoundError extends Error {
  override name = 'NotFoundError'

  /** @param what the kind of record, in a player's words */
  constructor(readonly what: string) {
    super(`no such ${what}`)
  }
}
