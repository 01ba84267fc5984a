import { useRef } from 'react'

type Loose = Readonly<Record<string, (...args: readonly unknown[]) => unknown>>

/**
 * Actions that stay the same at every render and always call the newest ones, so that their users need not render
 * again.
 */
export const useStable = <T extends { readonly [K in keyof T]: (...args: never[]) => unknown }>(
  acts: T,
): T => {
  const latest = useRef(acts)
  latest.current = acts
  const stable = useRef<T>(undefined)
  stable.current ??= Object.fromEntries(
    Object.keys(acts).map((name) => [
      name,
      (...args: readonly unknown[]) => (latest.current as unknown as Loose)[name]!(...args),
    ]),
  ) as unknown as T
  return stable.current
}
