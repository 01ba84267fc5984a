import type { ReactNode } from 'react'
import { Button } from './Button.tsx'
import { Empty, Notice, Waiting } from './Notice.tsx'

interface LoadedProps<T> {
  /** What is loaded, in words: “your tunes”. */
  readonly what: string
  readonly query: {
    readonly data?: readonly T[] | undefined
    readonly isError: boolean
    readonly refetch: () => unknown
  }
  /** Said where there is nothing yet. */
  readonly empty: ReactNode
  readonly children: (rows: readonly T[]) => ReactNode
}

/** A list from the server: while it loads, if it can't be loaded, if it is empty, and as it is. */
export const Loaded = <T,>({ what, query, empty, children }: LoadedProps<T>) => {
  const { data, isError, refetch } = query
  return (
    <>
      {isError && (
        <Notice urgent>
          Can’t load {what} from the server.{' '}
          <Button look="quiet" onClick={() => void refetch()}>
            Try again
          </Button>
        </Notice>
      )}
      {!data && !isError && <Waiting what={`Loading ${what}`} />}
      {data && (data.length === 0 ? <Empty>{empty}</Empty> : children(data))}
    </>
  )
}
