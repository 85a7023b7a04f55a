import { Download } from 'lucide-react';
import { Form, Link, useParams, useSearchParams } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { classes } from '#app/ui/classes.ts';
import { FilterSelect, Pager, SearchForm } from '#app/ui/List.tsx';
import { Empty } from '#app/ui/Page.tsx';
import { useBusy } from '#app/ui/useBusy.ts';
import { THINGS, type Field, type Thing } from '#core/sheets/fields.ts';
import { NEW_THINGS, type NewThing } from '#core/sheets/made.ts';
import type { Level } from '#core/sheets/notes.ts';
import { grouped } from '#core/units/formatAmount.ts';
import { LEFT_OUT_WORDS, LEVEL_WORDS, newCounted, rowsCounted, thingsCounted } from '#words/exchange.ts';
import { Grid, type GridRow } from './Grid.tsx';
import { Questions, type QuestionShown } from './Questions.tsx';

export interface ReviewView {
  readonly counts: Readonly<Partial<Record<Level | 'known' | Thing | NewThing, number>>>;
  readonly sheets: readonly {
    readonly name: string;
    readonly heads: readonly string[];
    readonly columns: readonly (Field | null)[];
    readonly thing: Thing | null;
    readonly rows: number;
    readonly leftOut: readonly { readonly at: number; readonly why: keyof typeof LEFT_OUT_WORDS }[];
  }[];
  readonly questions: readonly QuestionShown[];
  readonly answers: readonly (readonly [string, string])[];
  readonly crops: readonly { readonly value: string; readonly label: string }[];
  readonly rows: readonly GridRow[];
  readonly total: number;
  readonly page: number;
  readonly pageSize: number;
  readonly only: Level | 'known' | 'all';
  readonly sheet: number | null;
  readonly search: string;
}

const FILTERS = ['all', 'wrong', 'doubtful', 'assumed', 'good', 'known'] as const;

/** The lists that tell of new ones themselves: what stands in them is not named twice. */
const LISTED: Readonly<Partial<Record<NewThing, Thing>>> = { 'new varieties': 'lines', 'new people': 'people', 'new places': 'places' };

/** All that an import would do: what is made, what is asked, and the rows to be corrected. */
export function Review({ view }: { view: ReviewView }) {
  const { counts, sheets, questions, answers, crops } = view;
  return (
    <>
      <WhatHappens counts={counts} />
      {(questions.length > 0 || answers.length > 0) && <Questions questions={questions} answers={answers} crops={crops} />}
      <Rows view={view} />
      <LeftOut sheets={sheets} />
    </>
  );
}

/** What would be made, and the buttons that make it. */
function WhatHappens({ counts }: Pick<ReviewView, 'counts'>) {
  const busy = useBusy();
  const made = THINGS.filter((thing) => (counts[thing] ?? 0) > 0).map((thing) => thingsCounted(thing, counts[thing]!));
  const listed = (what: NewThing) => (LISTED[what] ? (counts[LISTED[what]] ?? 0) : 0);
  const fresh = NEW_THINGS.filter((what) => (counts[what] ?? 0) > listed(what)).map((what) => newCounted(what, counts[what]!));
  const ready = (counts.good ?? 0) + (counts.assumed ?? 0);
  const { doubtful = 0, wrong = 0, known = 0 } = counts;
  return (
    <section aria-label="What would be imported" className="mb-8 border-l-4 border-grain bg-sheet px-5 py-4">
      <p className="font-semibold">
        {made.length > 0 ? `This brings ${list(made)}` : 'There is nothing to import yet'}
        {fresh.length > 0 && `, with ${list(fresh)}`}.
      </p>
      <p className="mt-1 text-small text-soft">
        {rowsCounted(ready)} {ready === 1 ? 'is' : 'are'} ready
        {doubtful > 0 && `, ${grouped(doubtful)} can be read in two ways`}
        {wrong > 0 && `, ${grouped(wrong)} cannot be imported yet`}
        {known > 0 && `, ${grouped(known)} ${known === 1 ? 'is' : 'are'} here already`}.
      </p>
      <Form method="post" className="mt-4 flex flex-wrap gap-3">
        {ready + doubtful > 0 && (
          <Button type="submit" look="action" name="intent" value="write" disabled={busy}>
            Import {rowsCounted(ready + doubtful)}
          </Button>
        )}
        {doubtful > 0 && ready > 0 && (
          <Button type="submit" name="intent" value="write good" disabled={busy}>
            Import only the {grouped(ready)} clear ones
          </Button>
        )}
        <Button type="submit" name="intent" value="reopen" disabled={busy}>
          Change the columns
        </Button>
        <Button type="submit" name="intent" value="discard" disabled={busy}>
          Discard this import
        </Button>
      </Form>
    </section>
  );
}

const list = (words: readonly string[]) => (words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`);

function Rows({ view }: { view: ReviewView }) {
  const { counts, sheets, rows, total, page, pageSize, only, sheet, search } = view;
  const [params] = useSearchParams();
  const id = useParams()['import']!;
  const shown = FILTERS.filter((filter) => filter === 'all' || filter === only || (counts[filter] ?? 0) > 0);
  const to = (filter: string) => {
    const next = new URLSearchParams(params);
    next.set('only', filter);
    next.delete('page');
    return `?${next}#rows`;
  };
  return (
    <section aria-labelledby="rows" className="mt-10">
      <h2 id="rows">Rows</h2>
      <nav aria-label="Which rows" className="mt-2 mb-3 flex flex-wrap gap-x-5 gap-y-1">
        {shown.map((filter) => (
          <Link
            key={filter}
            to={to(filter)}
            aria-current={filter === only ? 'page' : undefined}
            className={classes(
              'inline-flex min-h-11 items-center',
              filter === only ? 'border-b-2 border-grain font-semibold no-underline' : 'link',
            )}
          >
            {filter === 'all' ? 'All' : `${LEVEL_WORDS[filter]} (${grouped(counts[filter] ?? 0)})`}
          </Link>
        ))}
      </nav>
      <SearchForm label="Find a row" hint="Any words in the row" value={search}>
        <input type="hidden" name="only" value={only} />
        {sheets.length > 1 && (
          <FilterSelect
            label="Sheet"
            name="sheet"
            value={sheet === null ? '' : String(sheet)}
            options={[{ value: '', label: 'All sheets' }, ...sheets.map(({ name }, index) => ({ value: String(index), label: name }))]}
          />
        )}
        <Link
          to={`/import/${id}/corrected.csv?sheet=${sheet ?? 0}`}
          reloadDocument
          className="link inline-flex min-h-12 items-center gap-1.5"
        >
          <Download aria-hidden className="size-5" />
          Download with notes
        </Link>
      </SearchForm>
      {rows.length === 0 ? <Empty>No rows here. Choose another kind of row above.</Empty> : <Grid rows={rows} sheets={sheets} />}
      <Pager page={page} size={pageSize} total={total} things="rows" />
    </section>
  );
}

function LeftOut({ sheets }: Pick<ReviewView, 'sheets'>) {
  const lines = sheets.flatMap(({ name, leftOut }) =>
    leftOut.map(({ at, why }) => `${sheets.length > 1 ? `${name}, ` : ''}row ${at}: ${LEFT_OUT_WORDS[why]}`),
  );
  if (lines.length === 0) return null;
  return (
    <details className="mt-6">
      <summary className="inline-flex min-h-11 cursor-pointer items-center">{grouped(lines.length)} lines were not read as rows</summary>
      <ul className="mt-2 columns-2 text-small text-soft sm:columns-3">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </details>
  );
}
