import type { PhraseAnswer } from '@eager-contour/contract'
import { lazy, Suspense, useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { usePhrasesQuery } from '../data/api.ts'
import { FAMILY_NAMES, type KnownPhrase, useKnownPhrases } from '../practice/knownPhrases.ts'
import { usePhraseEdits } from '../practice/usePhraseEdits.ts'
import { AboutPlace } from '../ui/AboutPlace.tsx'
import { Choice } from '../ui/Choice.tsx'
import type { DataColumn } from '../ui/DataRows.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { buttonLook } from '../ui/looks.ts'
import { Empty, Waiting } from '../ui/Notice.tsx'
import { SearchField } from '../ui/SearchField.tsx'
import { tellUndoable } from '../ui/tell.ts'
import { usePageTitle } from '../ui/usePageTitle.ts'
import { NewPhrase } from './NewPhrase.tsx'

/** Loaded beside the phrases, not after them. */
const panel = import('./PhrasePanel.tsx')
const PhrasePanel = lazy(async () => ({ default: (await panel).PhrasePanel }))

const ROW_HEIGHT = 68
const ALL = 'all'
/** The address of a phrase that isn't there yet. */
const NEW = 'new'

const WHOSE = [
  { value: ALL, label: 'all' },
  { value: 'mine', label: 'mine' },
  { value: 'shipped', label: 'those that ship' },
] as const

const GRADES = [
  { value: ALL, label: 'all' },
  { value: '1', label: '1, easy' },
  { value: '2', label: '2' },
  { value: '3', label: '3' },
] as const

const FAMILIES = [
  { value: ALL, label: 'all' },
  ...[...FAMILY_NAMES].map(([value, label]) => ({ value: value as string, label })),
]

/** What a phrase is in a few words: made of, used for. */
const kindOf = ({ families: [first], use }: KnownPhrase): string =>
  [first && FAMILY_NAMES.get(first), use].filter(Boolean).join(' · ')

const COLUMNS: readonly DataColumn<KnownPhrase>[] = [
  {
    id: 'name',
    header: 'Phrase',
    value: (one) => `${one.title} ${kindOf(one)} ${one.own?.tags?.join(' ') ?? ''} ${one.own?.words ?? ''}`,
    cell: (one) => (
      <Link to={`/vocabulary/${one.id}`} className="block py-2">
        <span className="font-semibold">{one.title}</span>
        {one.own && <span className="text-soft"> · mine</span>}{' '}
        <span className="block text-soft">{kindOf(one)}</span>
      </Link>
    ),
    className: 'max-sm:grow',
  },
  { id: 'grade', header: 'Grade', value: ({ grade }) => grade ?? '', className: 'text-right' },
]

/** The phrases that ship and the player's own: searched, opened, heard, changed, found in tunes. */
export const VocabularyPage = () => {
  usePageTitle('Vocabulary')
  const { phrase: id } = useParams()
  const phrases = useKnownPhrases()
  const { isLoading } = usePhrasesQuery()
  const [search, setSearch] = useState('')
  const [whose, setWhose] = useState<string>(ALL)
  const [use, setUse] = useState<string>(ALL)
  const [grade, setGrade] = useState<string>(ALL)
  const [family, setFamily] = useState<string>(ALL)
  const edits = usePhraseEdits()
  const onDelete = (phrase: PhraseAnswer) =>
    tellUndoable(`Deleted: ${phrase.title}.`, () => edits.restore(phrase), `Back: ${phrase.title}.`)
  const uses = useMemo(() => [...new Set(phrases.map((one) => one.use))], [phrases])
  const rows = useMemo(
    () =>
      phrases.filter(
        (one) =>
          (whose === ALL || (whose === 'mine') === (one.own !== undefined)) &&
          (use === ALL || one.use === use) &&
          (family === ALL || one.families.some((id) => id === family)) &&
          (grade === ALL || String(one.grade) === grade),
      ),
    [phrases, whose, use, grade, family],
  )
  const open = phrases.find((one) => one.id === id) ?? (id === undefined ? rows[0] : undefined)
  return (
    <div className="grid grow grid-cols-[minmax(0,1fr)] bg-sheet lg:grid-cols-[27rem_minmax(0,1fr)]">
      <section
        aria-label="Phrases"
        className="border-rule bg-ground px-5 pb-4 max-lg:border-b lg:border-r lg:pb-8"
      >
        <div className="flex flex-wrap items-center justify-between">
          <h1 className="py-3 text-4xl">Vocabulary</h1>
          <Link to={`/vocabulary/${NEW}`} className={buttonLook()}>
            New phrase
          </Link>
        </div>
        <span className="flex items-center">
          <AboutPlace place="Vocabulary" />
          {id !== undefined && (
            <Link to="/vocabulary" className={`${buttonLook('quiet')} lg:hidden`}>
              All phrases
            </Link>
          )}
        </span>
        {/* In a narrow window it is either the list or the phrase. */}
        <div className={id === undefined ? '' : 'max-lg:hidden'}>
          <SearchField label="Search phrases" value={search} onChange={setSearch} className="w-full" />
          <div className="mt-2 grid grid-cols-2 gap-x-2">
            <Choice label="Whose" value={whose} options={WHOSE} onChange={setWhose} />
            <Choice
              label="Use"
              value={use}
              options={[{ value: ALL, label: 'all' }, ...uses.map((one) => ({ value: one, label: one }))]}
              onChange={setUse}
            />
            <Choice label="Family" value={family} options={FAMILIES} onChange={setFamily} />
            <Choice label="Grade" value={grade} options={GRADES} onChange={setGrade} />
          </div>
          {rows.length === 0 ? (
            <Empty>
              No phrase is like that. Keep one from a line, from a run, or from a phrase that ships.
            </Empty>
          ) : (
            <DataTable
              label="Phrases"
              columns={COLUMNS}
              rows={rows}
              rowId={(one) => one.id}
              rowHeight={ROW_HEIGHT}
              search={search}
            />
          )}
        </div>
      </section>
      <section
        aria-label="The phrase"
        className={`${id === undefined ? 'max-lg:hidden ' : ''}min-w-0 bg-sheet px-6 pt-3 pb-8 max-sm:px-4 lg:sticky lg:top-0 lg:max-h-screen lg:self-start lg:overflow-y-auto`}
      >
        {id === NEW ? (
          <NewPhrase />
        ) : isLoading ? (
          <Waiting what="Opening" />
        ) : open ? (
          <Suspense fallback={<Waiting what="Opening" />}>
            <PhrasePanel key={open.id} known={open} phrases={phrases} onDelete={onDelete} />
          </Suspense>
        ) : (
          <Empty>This phrase isn’t here any more. Choose another one.</Empty>
        )}
      </section>
    </div>
  )
}
