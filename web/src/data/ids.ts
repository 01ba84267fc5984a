/** An id made here: a repeated request with it is the same request. */
export const newId = (kind: string): string =>
  `${kind}-${crypto.randomUUID().replaceAll('-', '').slice(0, 20)}`
