import { OnPaper, Sheet } from './printing.tsx'

interface ListedRow {
  readonly id: string
  /** A number or a time, large at its side. */
  readonly lead: string
  readonly name: string
  readonly facts: string
  readonly remark?: string
}

interface ListSheetProps {
  /** For a sheet that is printed only when it is asked for. */
  readonly name?: string
  readonly title: string
  readonly facts: readonly string[]
  /** Asked for when it is printed. */
  readonly rows: () => readonly ListedRow[]
}

/** A list for the stand: what to play, in order, each with a box to tick. */
export const ListSheet = ({ name, title, facts, rows }: ListSheetProps) => (
  <OnPaper {...(name === undefined ? {} : { name })}>
    {() => (
      <Sheet testId="list-sheet" title={title} facts={facts}>
        {() => (
          <ol>
            {rows().map(({ id, lead, name, facts: about, remark }) => (
              <li
                key={id}
                className="print-system grid grid-cols-[6rem_minmax(0,1fr)_2rem] items-center gap-x-4 border-t border-rule py-3"
              >
                <span className="text-3xl font-bold tabular-nums">{lead}</span>
                <span>
                  <b className="text-2xl">{name}</b>
                  <span className="block text-lg">{about}</span>
                  {remark && <span className="block text-soft">{remark}</span>}
                </span>
                <span aria-hidden="true" className="size-7 border-2 border-ink" />
              </li>
            ))}
          </ol>
        )}
      </Sheet>
    )}
  </OnPaper>
)
